import { Dialog } from "radix-ui";
import { Button, Key } from "./basics";
import { shortcutsInForce } from "./keys";

/** All keys that work on this screen, under `?`. */
export function KeySheet(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog.Root open={props.open} onOpenChange={props.onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 max-h-[85vh] w-[min(680px,92vw)] -translate-1/2 overflow-auto rounded-lg border border-line bg-panel p-6"
        >
          <div className="mb-4 flex items-center justify-between">
            <Dialog.Title className="font-head text-2xl font-semibold">
              Keys on this screen
            </Dialog.Title>
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
