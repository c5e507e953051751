import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api, type SetAnswers, type SetPicture, type StandingSet } from "../../api/client";

type SetWanted = { heightMm: number; widthMm: number; depthMm: number; deliveredPx: number };

const STORE_AFTER_MS = 500;

/** Tells the server which of its questions belong to one window. */
const WINDOW = crypto.randomUUID();

/**
 * A set being built: every change asks for the calculators' answers and then for a new picture,
 * which gets finer until it is good, or the set changes again. The set is stored a moment after the
 * last change.
 */
export function useBuilding(shootId: number, kept: StandingSet, wanted: SetWanted) {
  const [set, setSet] = useState(kept);
  const [answers, setAnswers] = useState<SetAnswers>();
  const [picture, setPicture] = useState<SetPicture>();
  const [measured, setMeasured] = useState<{ set: StandingSet; picture: SetPicture }>();
  const [trouble, setTrouble] = useState<string>();
  const past = useRef<StandingSet[]>([]);
  const latest = useRef(kept);
  const sent = useRef(kept);
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
    if (set === sent.current) return;
    const due = setTimeout(() => {
      // What is on its way counts: going back to the set before must send that one again.
      sent.current = set;
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
          () => undefined,
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
