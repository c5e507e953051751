import { Key } from "./basics";
import { shortcutsInForce } from "./keys";
import { Sheet } from "./Sheet";

/** All keys that work on this screen, under `?`. */
export function KeySheet(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet title="Keys on this screen" width={680} {...props}>
      <dl className="grid grid-cols-1 gap-x-8 gap-y-2 sm:grid-cols-2">
        {shortcutsInForce().map((shortcut) => (
          <div
            key={shortcut.key}
            className="flex items-center justify-between gap-4 border-b border-line pb-2"
          >
            <dt>{shortcut.label}</dt>
            <dd className="flex gap-1">
              {shortcut.key.split(" ").map((part, index) => (
                <Key key={index} name={part} />
              ))}
            </dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
