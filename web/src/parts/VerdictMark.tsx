/** Ready is a full disc, Mend a half, Reshoot an open ring, not yet measured a dotted one. */
export type VerdictName = "Ready" | "Mend" | "Reshoot" | undefined;

export function asVerdict(name: string | undefined): VerdictName {
  return name === "Ready" || name === "Mend" || name === "Reshoot" ? name : undefined;
}

export function verdictWord(verdict: VerdictName): string {
  return verdict ?? "Not yet measured";
}

const COLOUR = { Ready: "text-ready", Mend: "text-mend", Reshoot: "text-reshoot" } as const;

export function verdictColour(verdict: VerdictName): string {
  return verdict ? COLOUR[verdict] : "text-soft";
}

/** Told by its shape alone, so that no hue is needed. Pass `label` where no word stands beside. */
export function VerdictMark(props: { verdict: VerdictName; size?: number; label?: boolean }) {
  const { verdict, size = 16, label = false } = props;
  return (
    <svg
      viewBox="0 0 32 32"
      width={size}
      height={size}
      className={`${verdictColour(verdict)} shrink-0`}
      data-verdict={verdict ?? "waiting"}
      {...(label ? { role: "img", "aria-label": verdictWord(verdict) } : { "aria-hidden": true })}
    >
      <circle
        cx="16"
        cy="16"
        r="13"
        fill={verdict === "Ready" ? "currentColor" : "none"}
        stroke="currentColor"
        strokeWidth={verdict === undefined ? 2.5 : 4}
        strokeDasharray={verdict === undefined ? "1.5 5.3" : undefined}
        strokeLinecap="round"
      />
      {verdict === "Mend" && <path d="M16 3a13 13 0 0 1 0 26z" fill="currentColor" />}
    </svg>
  );
}

export function VerdictWord(props: { verdict: VerdictName; size?: number }) {
  return (
    <span
      className={`inline-flex items-center gap-2 font-head font-semibold ${verdictColour(props.verdict)}`}
    >
      <VerdictMark verdict={props.verdict} size={props.size ?? 16} />
      {verdictWord(props.verdict)}
    </span>
  );
}
