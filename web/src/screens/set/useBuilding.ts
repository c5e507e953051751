import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api, type SetAnswers, type SetPicture, type StandingSet } from "../../api/client";

/**
 * A set being built: every change asks for the calculators' answers at once and for a new picture;
 * the picture then gets finer until it is good, or the set changes again. The set is stored a moment
 * after the last change.
 */
type SetWanted = { heightMm: number; widthMm: number; depthMm: number; deliveredPx: number };

const STORE_AFTER_MS = 500;

export function useBuilding(shootId: number, kept: StandingSet, wanted: SetWanted) {
  const [set, setSet] = useState(kept);
  const [answers, setAnswers] = useState<SetAnswers>();
  const [picture, setPicture] = useState<SetPicture>();
  const [trouble, setTrouble] = useState<string>();
  const past = useRef<StandingSet[]>([]);
  const latest = useRef(kept);
  const stored = useRef(kept);
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
    void answer(
      api.POST("/api/set/answers", {
        body: { set, wanted: { heightMm, widthMm, depthMm, deliveredPx } },
      }),
    ).then(
      (got) => {
        if (gone) return;
        setAnswers(got);
        setTrouble(undefined);
      },
      (error: Error) => {
        if (!gone) setTrouble(error.message);
      },
    );
    return () => {
      gone = true;
    };
  }, [set, heightMm, widthMm, depthMm, deliveredPx]);

  useEffect(() => {
    let gone = false;
    const look = async () => {
      let more = false;
      while (!gone) {
        const got = await answer(api.POST("/api/set/picture", { body: { set, more } }));
        if (gone) return;
        setPicture(got);
        if (got.finished) return;
        more = true;
      }
    };
    look().catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [set]);

  useEffect(() => {
    if (set === stored.current) return;
    const due = setTimeout(() => {
      void answer(
        api.PUT("/api/shoots/{shootId}/standing-set", {
          params: { path: { shootId } },
          body: set,
        }),
      ).then(
        () => (stored.current = set),
        () => undefined,
      );
    }, STORE_AFTER_MS);
    return () => clearTimeout(due);
  }, [set, shootId]);

  return { set, change, back, answers, picture, trouble };
}
