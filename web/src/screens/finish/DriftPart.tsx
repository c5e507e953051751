import { useId, useState } from "react";
import { csrfToken, type FinishView, type Schemas, sentence } from "../../api/client";

type Drift = Schemas["Drift"];

/** What finishing did to the product, and what an edit made elsewhere would have done. */
export function DriftPart({ one }: { one: FinishView }) {
  const [outside, setOutside] = useState<{ name: string; drift?: Drift; problem?: string }>();
  const id = useId();
  const compare = async (file: File) => {
    setOutside({ name: file.name });
    try {
      const body = new FormData();
      body.append("file", file);
      const response = await fetch(`/api/takes/${one.takeId}/outside-edit`, {
        method: "POST",
        headers: { "X-XSRF-TOKEN": csrfToken() },
        body,
      });
      const json: unknown = await response.json();
      setOutside(
        response.ok
          ? { name: file.name, drift: json as Drift }
          : { name: file.name, problem: sentence(json) },
      );
    } catch {
      setOutside({ name: file.name, problem: "Istante does not answer. Is it still running?" });
    }
  };
  return (
    <div className="mt-3 flex flex-col gap-1 text-[13px]">
      {one.drift && one.state === "MADE" && (
        <p>
          <span className="text-soft">Finishing: </span>
          {words(one.drift)}
        </p>
      )}
      {outside && (
        <p role="status">
          <span className="text-soft">{outside.name}: </span>
          {outside.problem ?? (outside.drift ? words(outside.drift) : "being compared …")}
        </p>
      )}
      <label htmlFor={id} className="w-fit cursor-pointer underline">
        Hold an edit made elsewhere against this take
        <input
          id={id}
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) void compare(file);
          }}
        />
      </label>
    </div>
  );
}

function words(drift: Drift): string {
  const parts = [`the product's colour moved by ${drift.deltaE.toFixed(1)} ΔE`];
  if (drift.castShift >= 0.5) parts.push(`its tint by ${drift.castShift.toFixed(1)}`);
  if (drift.detailKept !== undefined) {
    parts.push(
      drift.sharpening !== undefined && drift.sharpening > 0.05
        ? `detail sharpened by ${(100 * drift.sharpening).toFixed(0)} %`
        : `${(100 * drift.detailKept).toFixed(0)} % of its detail kept`,
    );
  }
  parts.push(`outline lost ${(100 * drift.edgeEaten).toFixed(1)} %`);
  return `${parts.join(", ")}.`;
}
