import { queryOptions, useMutation, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { answer, api, queryClient } from "./client";

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
    queryFn: async () => {
      const all = [];
      for (let page = 0; ; page++) {
        const one = await answer(
          api.GET("/api/shoots/{shootId}/takes", {
            params: { path: { shootId: id }, query: { page, size: PAGE } },
          }),
        );
        all.push(...one.entries);
        if (all.length >= one.total || one.entries.length === 0) return all;
      }
    },
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

export const itemsQuery = queryOptions({
  queryKey: ["items"],
  queryFn: () => answer(api.GET("/api/items", { params: { query: { size: PAGE } } })),
});

export const measuresQuery = queryOptions({
  queryKey: ["measures"],
  queryFn: () => answer(api.GET("/api/measures")),
  staleTime: Infinity,
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

/** A change on the server, after which everything of the shoot is asked for again. */
export function useShootChange<Input>(shootId: number, run: (input: Input) => Promise<unknown>) {
  return useMutation({
    mutationFn: run,
    onSettled: async () => {
      await queryClient.invalidateQueries({ queryKey: ["shoot", shootId] });
      await queryClient.invalidateQueries({ queryKey: ["take"] });
    },
  });
}

export const choose = (takeId: number, chosen: boolean) =>
  answer(api.PUT("/api/takes/{id}/choice", { params: { path: { id: takeId } }, body: { chosen } }));

export const assign = (takeIds: number[], shotId: number | undefined) =>
  answer(api.PUT("/api/takes/assignment", { body: { takeIds, shotId } }));

export const aim = (shootId: number, shotId: number | undefined) =>
  answer(api.PUT("/api/shoots/{id}/aim", { params: { path: { id: shootId } }, body: { shotId } }));

export const makeFinals = (takeIds: number[]) =>
  answer(api.POST("/api/finals", { body: { takeIds } }));
