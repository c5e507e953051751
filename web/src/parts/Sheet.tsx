import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./basics";

/** A sheet laid over the screen, with its title and a way to close it. */
export function Sheet(props: {
  title: string;
  width: number;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={props.open} onOpenChange={props.onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[88vh] -translate-1/2 flex-col gap-4 overflow-auto rounded-lg border border-line bg-panel p-6"
          style={{ width: `min(${props.width}px, 94vw)` }}
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="font-head text-2xl font-semibold">{props.title}</Dialog.Title>
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
          {props.children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
