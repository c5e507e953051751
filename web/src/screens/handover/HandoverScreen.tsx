import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { Link } from "react-router";
import { handoverQuery } from "../../api/queries";
import { Empty, Panel, Waiting } from "../../parts/basics";
import { count, fileSize } from "../../parts/figures";
import { Photo } from "../../parts/Photo";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictMark } from "../../parts/VerdictMark";

/** The package for the selling place: named files in order, and what is still missing. */
export function HandoverScreen() {
  const shoot = useShoot();
  const { data, error } = useQuery(handoverQuery(shoot.id));
  if (!data) return <Waiting error={error} />;
  if (data.files === 0) {
    return (
      <Empty title="Nothing is finished yet">
        Keep takes at{" "}
        <Link className="underline" to="../check" relative="path">
          Check
        </Link>{" "}
        and make their finals at{" "}
        <Link className="underline" to="../finish" relative="path">
          Finish
        </Link>
        .
      </Empty>
    );
  }
  const bytes = data.listings
    .flatMap((one) => one.files)
    .reduce((sum, file) => sum + file.bytes, 0);
  const full = data.listings.filter((one) => one.files.length > 0);
  const empty = data.listings.filter((one) => one.files.length === 0);
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[1fr_320px]">
      <div className="flex flex-col gap-3">
        {full.map((listing) => (
          <Panel key={listing.itemCode} className="p-4">
            <h2 className="mb-2 flex items-baseline gap-3 text-[17px]">
              {listing.itemTitle}{" "}
              <span className="figures font-normal text-soft">{listing.itemCode}</span>
            </h2>
            <ul className="flex flex-wrap gap-3">
              {listing.files.map((file) => (
                <li key={file.fileName} className="w-[168px]">
                  <Photo
                    sha256={file.sha256}
                    size="small"
                    alt={file.fileName}
                    className="h-[150px] rounded-md"
                  />
                  <span className="figures mt-1 flex items-center gap-1.5 text-[12px]">
                    <VerdictMark verdict={asVerdict(file.verdict)} size={12} label />
                    <span className="truncate">{file.fileName}</span>
                  </span>
                  <span className="figures text-[12px] text-soft">{fileSize(file.bytes)}</span>
                </li>
              ))}
            </ul>
            {listing.gaps.length > 0 && (
              <ul className="mt-2 text-[13px] text-soft">
                {listing.gaps.map((gap) => (
                  <li key={gap}>{gap}</li>
                ))}
              </ul>
            )}
          </Panel>
        ))}
        {empty.length > 0 && (
          <p className="text-soft">
            Without any final: {empty.map((one) => one.itemTitle).join(", ")}.
          </p>
        )}
      </div>
      <Panel className="h-fit p-5">
        <h2 className="text-xl">For {data.ruleBookName}</h2>
        <p className="mt-1 text-soft">
          {count(data.files, "file")}, {fileSize(bytes)}, a folder for each item, named in the order
          in which they are shown, with a manifest as CSV.
        </p>
        <a
          href={`/api/shoots/${shoot.id}/handover.zip`}
          download
          className="mt-4 flex min-h-12 items-center justify-center gap-2 rounded-md bg-accent px-4 font-medium text-on-accent"
        >
          <Download size={18} aria-hidden /> Download the package
        </a>
        <p className="mt-3 text-[13px] text-soft">
          The finals carry no position, no serial number and no name. Your originals stay as they
          are.
        </p>
      </Panel>
    </div>
  );
}
