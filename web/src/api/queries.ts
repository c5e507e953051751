import { queryOptions, useMutation, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { answer, api, queryClient, type ItemFields, type RoomSettings } from "./client";

/* Keys and fetchers of all server state, each declared once. */

export const shootsQuery = queryOptions({
  queryKey: ["shoots"],
  queryFn: () => answer(api.GET("/api/shoots")),
});

export const shootQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id],
    queryFn: () => answer(api.GET("/api/shoots/{id}", { params: { path: { id } } })),
    refetchInterval: (query) => (query.state.data?.counts.waiting ? 2_000 : 15_000),
  });

export const shotsQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "shots"],
    queryFn: () => answer(api.GET("/api/shoots/{id}/shots", { params: { path: { id } } })),
  });

const PAGE = 500;

export const takesQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "takes"],
    queryFn: () =>
      allPages((page) =>
        answer(
          api.GET("/api/shoots/{shootId}/takes", {
            params: { path: { shootId: id }, query: { page, size: PAGE } },
          }),
        ),
      ),
  });

export const takeQuery = (id: number) =>
  queryOptions({
    queryKey: ["take", id],
    queryFn: () => answer(api.GET("/api/takes/{id}", { params: { path: { id } } })),
  });

export const refusalsQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "refusals"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/refusals", { params: { path: { shootId: id } } })),
  });

export const setQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "set"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/set", { params: { path: { shootId: id } } })),
  });

export const lineUpQuery = (id: number, role: string) =>
  queryOptions({
    queryKey: ["shoot", id, "line-up", role],
    queryFn: () =>
      answer(
        api.GET("/api/shoots/{shootId}/line-up", {
          params: { path: { shootId: id }, query: { role } },
        }),
      ),
  });

export const alikeQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "alike"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/alike", { params: { path: { shootId: id } } })),
  });

export const finalsQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "finals"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/finals", { params: { path: { shootId: id } } })),
  });

export const handoverQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "handover"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/handover", { params: { path: { shootId: id } } })),
  });

export const ruleBooksQuery = queryOptions({
  queryKey: ["rule-books"],
  queryFn: () => answer(api.GET("/api/rule-books")),
  staleTime: Infinity,
});

/** Every page of a list, one after another. */
async function allPages<T>(
  one: (page: number) => Promise<{ entries: T[]; total: number }>,
): Promise<T[]> {
  const all: T[] = [];
  for (let page = 0; ; page++) {
    const { entries, total } = await one(page);
    all.push(...entries);
    if (all.length >= total || entries.length === 0) return all;
  }
}

export const itemsQuery = queryOptions({
  queryKey: ["items"],
  queryFn: () =>
    allPages((page) => answer(api.GET("/api/items", { params: { query: { page, size: PAGE } } }))),
});

export const wordsQuery = queryOptions({
  queryKey: ["words"],
  queryFn: () => answer(api.GET("/api/words")),
  staleTime: Infinity,
});

export const templatesQuery = queryOptions({
  queryKey: ["shot-templates"],
  queryFn: () => answer(api.GET("/api/shot-templates")),
});

export const planQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "plan"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/plan", { params: { path: { shootId: id } } })),
  });

export const dayQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "day"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/day", { params: { path: { shootId: id } } })),
    refetchInterval: (query) => (query.state.data?.improving ? 1_000 : false),
  });

export const roomQuery = queryOptions({
  queryKey: ["room"],
  queryFn: () => answer(api.GET("/api/room")),
});

export const placesQuery = queryOptions({
  queryKey: ["places"],
  queryFn: () => answer(api.GET("/api/room/places")),
  staleTime: Infinity,
});

export const roomCheckQuery = (id: number) =>
  queryOptions({
    queryKey: ["shoot", id, "room-check"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/room-check", { params: { path: { shootId: id } } })),
  });

export const daylightQuery = (date: string, settings: RoomSettings) =>
  queryOptions({
    queryKey: ["daylight", date, settings],
    queryFn: () =>
      answer(api.POST("/api/room/daylight", { params: { query: { date } }, body: settings })),
    staleTime: Infinity,
  });

export const measuresQuery = queryOptions({
  queryKey: ["measures"],
  queryFn: () => answer(api.GET("/api/measures")),
  staleTime: Infinity,
});

/** What there is to build a set with, and what to put into it. */
export const workshopQuery = queryOptions({
  queryKey: ["workshop"],
  queryFn: () => answer(api.GET("/api/set/workshop")),
  staleTime: Infinity,
});

export const standingSetQuery = (shootId: number) =>
  queryOptions({
    queryKey: ["shoot", shootId, "standing-set"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/standing-set", { params: { path: { shootId } } })),
  });

export const photographsQuery = (shootId: number) =>
  queryOptions({
    queryKey: ["shoot", shootId, "photographs"],
    queryFn: () =>
      answer(api.GET("/api/shoots/{shootId}/photographs", { params: { path: { shootId } } })),
    refetchInterval: (query) =>
      query.state.data?.some((one) => one.takeId === undefined && !one.failure && !one.stopped)
        ? 1_500
        : false,
  });

export const recipesQuery = queryOptions({
  queryKey: ["recipes"],
  queryFn: () => answer(api.GET("/api/recipes")),
});

export const kitQuery = queryOptions({
  queryKey: ["kit"],
  queryFn: () => answer(api.GET("/api/kit")),
});

/** The readings' words and scales, by dotted name. */
export function useMeasures() {
  const { data } = useQuery(measuresQuery);
  return (name: string) => data?.find((measure) => measure.name === name);
}

/** Everything of a shoot is asked for again when the server says that it changed. */
export function useShootEvents(id: number): void {
  useEffect(() => {
    const source = new EventSource(`/api/shoots/${id}/events`);
    let due: ReturnType<typeof setTimeout> | undefined;
    const takes = new Set<number>();
    const askAgain = () => {
      // A burst of changes is answered once.
      due ??= setTimeout(() => {
        due = undefined;
        void queryClient.invalidateQueries({ queryKey: ["shoot", id] });
        for (const take of takes) void queryClient.invalidateQueries({ queryKey: ["take", take] });
        takes.clear();
      }, 150);
    };
    // After a break, what changed meanwhile was not told.
    source.addEventListener("open", askAgain);
    source.addEventListener("change", (event) => {
      const change = JSON.parse((event as MessageEvent<string>).data) as { takeId?: number };
      if (change.takeId !== undefined) takes.add(change.takeId);
      askAgain();
    });
    return () => {
      clearTimeout(due);
      source.close();
    };
  }, [id]);
}

/**
 * A change on the server, after which everything of the shoot is asked for again. Changes with the
 * same scope wait for one another.
 */
export function useShootChange<Input>(
  shootId: number,
  run: (input: Input) => Promise<unknown>,
  scope?: string,
) {
  return useMutation({
    ...(scope && { scope: { id: `${scope}-${shootId}` } }),
    mutationFn: run,
    onSettled: async () => {
      await queryClient.invalidateQueries({ queryKey: ["shoot", shootId] });
      await queryClient.invalidateQueries({ queryKey: ["take"] });
    },
  });
}

export const choose = (takeId: number, chosen: boolean) =>
  answer(api.PUT("/api/takes/{id}/choice", { params: { path: { id: takeId } }, body: { chosen } }));

/** Says that a doubted outline is right, or takes that back; the take is measured again with it. */
export const sayOutlineRight = (takeId: number, right: boolean) =>
  answer(api.PUT("/api/takes/{id}/outline", { params: { path: { id: takeId } }, body: { right } }));

export const assign = (takeIds: number[], shotId: number | undefined) =>
  answer(api.PUT("/api/takes/assignment", { body: { takeIds, shotId } }));

/** Says that takes show the empty set or the colour card. */
export const assignFrame = (takeIds: number[], frame: "BLANK" | "CARD") =>
  answer(api.PUT("/api/takes/assignment", { body: { takeIds, frame } }));

export const aim = (shootId: number, shotId: number | undefined) =>
  answer(api.PUT("/api/shoots/{id}/aim", { params: { path: { id: shootId } }, body: { shotId } }));

export const makeFinals = (takeIds: number[]) =>
  answer(api.POST("/api/finals", { body: { takeIds } }));

export const saveItems = async (items: ItemFields[]) => {
  const saved = await answer(api.PUT("/api/items", { body: { items } }));
  await queryClient.invalidateQueries({ queryKey: ["items"] });
  return saved;
};

export const hideItems = async (ids: number[], removed: boolean) => {
  await answer(api.PUT("/api/items/removed", { body: { ids, removed } }));
  await queryClient.invalidateQueries({ queryKey: ["items"] });
};

export const readCaution = (shootId: number, setUp: string) =>
  answer(
    api.PUT("/api/shoots/{shootId}/plan/cautions", {
      params: { path: { shootId } },
      body: { setUp },
    }),
  );
