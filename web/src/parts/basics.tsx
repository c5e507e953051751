import type { ButtonHTMLAttributes, InputHTMLAttributes, ReactNode } from "react";
import { useId } from "react";

/** Small building blocks, large enough for a hurried hand. */

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement> & { main?: boolean; keyName?: string };

const SHAPE =
  "inline-flex min-h-10 items-center justify-center gap-2 rounded-md border px-4 py-1 leading-tight font-medium";
const QUIET = "bg-panel text-ink border-line hover:border-ink";

export function Button({ main = false, keyName, className = "", children, ...rest }: ButtonProps) {
  const look = main ? "bg-accent text-on-accent border-accent hover:brightness-110" : QUIET;
  return (
    <button type="button" className={`${SHAPE} disabled:opacity-45 ${look} ${className}`} {...rest}>
      {children}
      {keyName && <Key name={keyName} on={main} />}
    </button>
  );
}

/** A file to fetch, looking like what one presses. */
export function FileLink(props: { href: string; children: ReactNode; className?: string }) {
  return (
    <a href={props.href} className={`${SHAPE} ${QUIET} ${props.className ?? ""}`}>
      {props.children}
    </a>
  );
}

export function Key({ name, on = false }: { name: string; on?: boolean }) {
  return (
    <kbd
      className={`figures rounded border px-1.5 text-[11px] leading-[17px] ${on ? "border-on-accent/60" : "border-line text-soft"}`}
      aria-hidden
    >
      {name}
    </kbd>
  );
}

export function Panel(props: { children: ReactNode; className?: string }) {
  return (
    <section className={`rounded-lg border border-line bg-panel ${props.className ?? ""}`}>
      {props.children}
    </section>
  );
}

type FieldProps = InputHTMLAttributes<HTMLInputElement> & { label: string };

export function Field({ label, className = "", ...rest }: FieldProps) {
  const id = useId();
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="text-[13px] text-soft">
        {label}
      </label>
      <input
        id={id}
        className="min-h-10 rounded-md border border-line bg-panel px-3 text-ink placeholder:text-soft"
        {...rest}
      />
    </div>
  );
}

/** What to do next where there is nothing yet. */
export function Empty(props: { title: string; children?: ReactNode }) {
  return (
    <div className="flex flex-col items-start gap-3 rounded-lg border border-dashed border-line p-8">
      <h2 className="text-xl">{props.title}</h2>
      <div className="max-w-prose text-soft">{props.children}</div>
    </div>
  );
}

/** One state of a query that is not its data: loading, or the server's sentence. */
export function Waiting(props: { error: Error | null }) {
  return props.error ? (
    <p role="alert" className="p-8 text-reshoot">
      {props.error.message}
    </p>
  ) : (
    <p className="p-8 text-soft">Fetching …</p>
  );
}

export function Bar(props: { done: number; total: number; label: string }) {
  const share = props.total === 0 ? 1 : props.done / props.total;
  return (
    <div
      role="progressbar"
      aria-label={props.label}
      aria-valuemin={0}
      aria-valuemax={props.total}
      aria-valuenow={props.done}
      className="h-2 w-full overflow-hidden rounded-full bg-sunk"
    >
      <div className="h-full bg-accent" style={{ width: `${100 * share}%` }} />
    </div>
  );
}
