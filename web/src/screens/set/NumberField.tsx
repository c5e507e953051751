import { useId, useState } from "react";

/** A figure to type, or to step with the arrow keys; every valid figure counts at once. */
export function NumberField(props: {
  label: string;
  unit: string;
  value: number;
  step: number;
  decimals?: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  const { value, step, decimals = 0 } = props;
  const shown = value.toFixed(decimals);
  // What is being typed stays as it is typed; otherwise the figure in its own form is shown.
  const [typed, setTyped] = useState<string>();
  const take = (text: string) => {
    setTyped(text);
    const number = Number(text.trim().replace(",", "."));
    if (text.trim() !== "" && Number.isFinite(number)) props.onChange(number);
  };
  return (
    <label htmlFor={id} className="grid grid-cols-[1fr_86px_26px] items-center gap-2 text-[13px]">
      <span className="text-soft">{props.label}</span>
      <input
        id={id}
        inputMode="decimal"
        aria-label={props.unit ? `${props.label}, ${props.unit}` : props.label}
        className="figures min-h-8 rounded-md border border-line bg-panel px-2 text-right text-ink"
        value={typed ?? shown}
        onChange={(event) => take(event.target.value)}
        onBlur={() => setTyped(undefined)}
        onKeyDown={(event) => {
          const way = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
          if (way === 0) return;
          event.preventDefault();
          setTyped(undefined);
          props.onChange(
            Number((value + way * step * (event.shiftKey ? 5 : 1)).toFixed(decimals + 2)),
          );
        }}
      />
      <span className="text-[11px] text-soft">{props.unit}</span>
    </label>
  );
}
