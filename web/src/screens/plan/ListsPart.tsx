import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, queryClient, type TemplateShot } from "../../api/client";
import { templatesQuery, wordsQuery } from "../../api/queries";
import { Button, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";

const FRAMINGS = ["whole", "half", "close"];

/** The views that new items get, by kind and school: yours to change. */
export function ListsPart() {
  const { data: templates, error } = useQuery(templatesQuery);
  const { data: words } = useQuery(wordsQuery);
  const [kind, setKind] = useState("rigid");
  const [school, setSchool] = useState("short");
  if (!templates || !words) return <Waiting error={error} />;
  const kept = templates.find(
    (one) => one.template.kind === kind && one.template.school === school,
  );
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center gap-3">
        <Choice
          label="Kind of thing"
          value={kind}
          options={words.kinds.map((one) => ({ value: one.id, label: one.label }))}
          onChange={setKind}
        />
        <Choice
          label="School"
          value={school}
          options={[
            { value: "short", label: "short set: buyers leave" },
            { value: "full", label: "full set: nothing hidden" },
          ]}
          onChange={setSchool}
        />
        <span className="text-soft">
          {kept?.own ? "Yours, changed from the one that ships." : "As it ships."}
        </span>
      </div>
      {kept && (
        <Editor
          key={kind + school + JSON.stringify(kept)}
          kind={kind}
          school={school}
          shots={kept.template.shots}
          own={kept.own}
          roles={words.roles.map((role) => role.id)}
        />
      )}
    </div>
  );
}

function Editor(props: {
  kind: string;
  school: string;
  shots: TemplateShot[];
  own: boolean;
  roles: string[];
}) {
  const { decide } = useDecisions();
  const [shots, setShots] = useState(props.shots);
  const path = { kind: props.kind, school: props.school };
  const again = () => queryClient.invalidateQueries({ queryKey: ["shot-templates"] });
  const put = (list: TemplateShot[]) =>
    answer(
      api.PUT("/api/shot-templates/{kind}/{school}", { params: { path }, body: { shots: list } }),
    ).then(again);
  const forget = () =>
    answer(api.DELETE("/api/shot-templates/{kind}/{school}", { params: { path } })).then(again);
  const set = (index: number, part: Partial<TemplateShot>) =>
    setShots(shots.map((shot, at) => (at === index ? { ...shot, ...part } : shot)));
  const move = (index: number, by: number) => {
    const next = [...shots];
    const [one] = next.splice(index, 1);
    next.splice(index + by, 0, one!);
    setShots(next);
  };
  const undo = props.own ? () => put(props.shots) : forget;
  const field = "min-h-9 w-full rounded-md border border-line bg-panel px-2";
  return (
    <Panel className="overflow-x-auto p-4">
      <table className="w-full min-w-[860px] text-left text-[14px]">
        <caption className="sr-only">Views of this list</caption>
        <thead className="text-[13px] text-soft">
          <tr>
            {["View", "Framing", "From where", "Why a buyer wants it", "Required", ""].map(
              (heading) => (
                <th key={heading} scope="col" className="px-1 py-1 font-normal">
                  {heading}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {shots.map((shot, index) => (
            <tr key={index}>
              <td className="w-32 px-1 py-1">
                <select
                  aria-label={`View ${index + 1}`}
                  className={field}
                  value={shot.role}
                  onChange={(event) => set(index, { role: event.target.value })}
                >
                  {props.roles.map((role) => (
                    <option key={role}>{role}</option>
                  ))}
                </select>
              </td>
              <td className="w-28 px-1 py-1">
                <select
                  aria-label={`Framing of view ${index + 1}`}
                  className={field}
                  value={shot.framing}
                  onChange={(event) => set(index, { framing: event.target.value })}
                >
                  {FRAMINGS.map((framing) => (
                    <option key={framing}>{framing}</option>
                  ))}
                </select>
              </td>
              <td className="px-1 py-1">
                <input
                  aria-label={`From where, view ${index + 1}`}
                  className={field}
                  maxLength={120}
                  value={shot.angle}
                  onChange={(event) => set(index, { angle: event.target.value })}
                />
              </td>
              <td className="px-1 py-1">
                <input
                  aria-label={`Why, view ${index + 1}`}
                  className={field}
                  maxLength={240}
                  value={shot.why}
                  onChange={(event) => set(index, { why: event.target.value })}
                />
              </td>
              <td className="px-1 py-1 text-center">
                <input
                  type="checkbox"
                  aria-label={`View ${index + 1} is required`}
                  className="size-5 accent-(--accent)"
                  checked={shot.required}
                  onChange={(event) => set(index, { required: event.target.checked })}
                />
              </td>
              <td className="w-44 px-1 py-1 whitespace-nowrap">
                <Button
                  className="min-h-9 px-2"
                  aria-label={`Move view ${index + 1} up`}
                  disabled={index === 0}
                  onClick={() => move(index, -1)}
                >
                  ↑
                </Button>{" "}
                <Button
                  className="min-h-9 px-2"
                  aria-label={`Move view ${index + 1} down`}
                  disabled={index === shots.length - 1}
                  onClick={() => move(index, 1)}
                >
                  ↓
                </Button>{" "}
                <Button
                  className="min-h-9 px-2"
                  aria-label={`Take view ${index + 1} out`}
                  disabled={shots.length === 1}
                  onClick={() => setShots(shots.filter((_, at) => at !== index))}
                >
                  Out
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button
          onClick={() =>
            setShots([
              ...shots,
              { role: "detail", framing: "close", angle: "", why: "", required: false },
            ])
          }
        >
          One more view
        </Button>
        <Button
          main
          disabled={JSON.stringify(shots) === JSON.stringify(props.shots)}
          onClick={() => void decide("This shot list is yours now", () => put(shots), undo)}
        >
          Keep this list
        </Button>
        {props.own && (
          <Button
            onClick={() => void decide("The list is as it ships", forget, () => put(props.shots))}
          >
            Back to the one that ships
          </Button>
        )}
      </div>
    </Panel>
  );
}
