import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api, type SetAnswers, type SetPicture, type StandingSet } from "../../api/client";

/**
 * A set being built: every change asks for the calculators' answers at once and for a new picture;
 * the picture then gets finer until it is good, or the set changes again. The set is stored a moment
 * after the last change.
 */
type SetWanted = { heightMm: number; widthMm: number; depthMm: number; deliveredPx: number };

const STORE_AFTER_MS = 500;

/** Tells the server which of its questions belong to one window. */
const WINDOW = crypto.randomUUID();

export function useBuilding(shootId: number, kept: StandingSet, wanted: SetWanted) {
  const [set, setSet] = useState(kept);
  const [answers, setAnswers] = useState<SetAnswers>();
  const [picture, setPicture] = useState<SetPicture>();
  const [measured, setMeasured] = useState<{ set: StandingSet; picture: SetPicture }>();
  const [trouble, setTrouble] = useState<string>();
  const past = useRef<StandingSet[]>([]);
  const latest = useRef(kept);
  const stored = useRef(kept);
  const storing = useRef<Promise<void>>(Promise.resolve());
  const { heightMm, widthMm, depthMm, deliveredPx } = wanted;

  const change = useCallback((next: StandingSet) => {
    past.current.push(latest.current);
    latest.current = next;
    setSet(next);
  }, []);

  const back = useCallback(() => {
    const before = past.current.pop();
    if (before) {
      latest.current = before;
      setSet(before);
    }
  }, []);

  useEffect(() => {
    let gone = false;
    const ask = async () => {
      const got = await answer(
        api.POST("/api/set/answers", {
          body: { set, wanted: { heightMm, widthMm, depthMm, deliveredPx } },
        }),
      );
      if (gone) return;
      setAnswers(got);
      setTrouble(undefined);
    };
    // The numbers first: picture and numbers would only slow each other down.
    const look = async () => {
      let more = false;
      while (!gone) {
        const got: SetPicture | undefined = await answer(
          api.POST("/api/set/picture", { body: { set, more, window: WINDOW } }),
        );
        if (gone || !got) return;
        setPicture(got);
        if (got.readings) setMeasured({ set, picture: got });
        if (got.finished) return;
        more = true;
      }
    };
    ask()
      .catch((error: Error) => {
        if (!gone) setTrouble(error.message);
      })
      .then(look)
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [set, heightMm, widthMm, depthMm, deliveredPx]);

  useEffect(() => {
    if (set === stored.current) return;
    const due = setTimeout(() => {
      // One after the other: an earlier set that arrives late must not replace a later one.
      storing.current = storing.current
        .then(() =>
          answer(
            api.PUT("/api/shoots/{shootId}/standing-set", {
              params: { path: { shootId } },
              body: set,
            }),
          ),
        )
        .then(
          () => void (stored.current = set),
          () => undefined,
        );
    }, STORE_AFTER_MS);
    return () => clearTimeout(due);
  }, [set, shootId]);

  return {
    set,
    change,
    back,
    answers,
    picture,
    measured: measured?.picture,
    upToDate: measured?.set === set,
    trouble,
  };
}
