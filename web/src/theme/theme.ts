/** Light for the room, dim for judging whites: a white ground can't be seen on a white page. */
export type Theme = "light" | "dim";

const KEY = "istante.theme";

export function currentTheme(): Theme {
  return localStorage.getItem(KEY) === "dim" ? "dim" : "light";
}

export function applyStoredTheme(): void {
  document.documentElement.dataset.theme = currentTheme();
}

export function switchTheme(): Theme {
  const next: Theme = currentTheme() === "dim" ? "light" : "dim";
  localStorage.setItem(KEY, next);
  applyStoredTheme();
  return next;
}
