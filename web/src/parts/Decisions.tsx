import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useMemo,
  useRef,
  useState,
} from "react";
import { Button } from "./basics";
import { useKeys } from "./keys";

/** Every decision can be taken back: it is done, said, and remembered with its way back. */
type Decision = { said: string; done: Promise<unknown>; undo: () => Promise<unknown> };
type Decide = {
  decide: (
    said: string,
    run: () => Promise<unknown>,
    undo: () => Promise<unknown>,
  ) => Promise<void>;
  tell: (text: string) => void;
};

const Context = createContext<Decide | undefined>(undefined);

export function useDecisions(): Decide {
  const value = useContext(Context);
  if (!value) throw new Error("useDecisions outside Decisions");
  return value;
}

export function Decisions({ children }: { children: ReactNode }) {
  const past = useRef<Decision[]>([]);
  const [note, setNote] = useState<{ text: string; canUndo: boolean }>();

  const tell = useCallback((text: string) => setNote({ text, canUndo: false }), []);
  const decide = useCallback<Decide["decide"]>(async (said, run, undo) => {
    // Remembered at once: who takes it back before it is through waits for it.
    const decision = { said, done: run(), undo };
    past.current.push(decision);
    try {
      await decision.done;
      if (past.current.includes(decision)) setNote({ text: said, canUndo: true });
    } catch (error) {
      past.current = past.current.filter((one) => one !== decision);
      setNote({ text: (error as Error).message, canUndo: false });
    }
  }, []);
  const undoLast = useCallback(async () => {
    const last = past.current.pop();
    if (!last) {
      setNote({ text: "Nothing to take back.", canUndo: false });
      return;
    }
    try {
      await last.done;
      await last.undo();
      setNote({ text: `Taken back: ${last.said}`, canUndo: past.current.length > 0 });
    } catch (error) {
      setNote({ text: (error as Error).message, canUndo: false });
    }
  }, []);
  useKeys([{ key: "u", label: "Take back the last decision", run: () => void undoLast() }]);

  const value = useMemo(() => ({ decide, tell }), [decide, tell]);
  return (
    <Context value={value}>
      {children}
      <div
        role="status"
        aria-live="polite"
        className="pointer-events-none fixed bottom-4 left-1/2 z-40 -translate-x-1/2"
      >
        {note && (
          <div className="pointer-events-auto flex items-center gap-3 rounded-lg border border-ink bg-panel py-2 pr-2 pl-4">
            <span>{note.text}</span>
            {note.canUndo && (
              <Button keyName="u" onClick={() => void undoLast()}>
                Take back
              </Button>
            )}
            <Button aria-label="Close this message" onClick={() => setNote(undefined)}>
              ×
            </Button>
          </div>
        )}
      </div>
    </Context>
  );
}
