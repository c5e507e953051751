import { useState } from "react";

export function pictureUrl(sha256: string, size: "small" | "large" | "full"): string {
  return `/api/pictures/${sha256}/${size}`;
}

/** A photo on its neutral mat, with an edge that shows where a white ground ends. */
export function Photo(props: {
  sha256: string;
  size: "small" | "large";
  alt: string;
  className?: string;
}) {
  const [failed, setFailed] = useState(false);
  return (
    <span className={`grid place-items-center bg-mat p-1.5 ${props.className ?? ""}`}>
      {failed ? (
        <span className="px-2 text-center text-[13px] text-ink">no picture</span>
      ) : (
        <img
          src={pictureUrl(props.sha256, props.size)}
          alt={props.alt}
          loading="lazy"
          onError={() => setFailed(true)}
          className="max-h-full max-w-full min-h-0 object-contain outline outline-1 outline-ink/40"
        />
      )}
    </span>
  );
}
