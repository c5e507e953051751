import { QueryClient } from "@tanstack/react-query";
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type ShootView = Schemas["ShootView"];
export type ShotView = Schemas["ShotView"];
export type TakeView = Schemas["TakeView"];
export type TakeDetail = Schemas["TakeDetail"];
export type Judgement = Schemas["Judgement"];
export type Readings = Schemas["Readings"];
export type Finding = Schemas["Finding"];
export type Measure = Schemas["Measure"];
export type RuleBook = Schemas["RuleBook"];
export type FinishView = Schemas["FinishView"];
export type Receipt = Schemas["Receipt"];
export type ItemView = Schemas["ItemView"];
export type ItemFields = Schemas["ItemFields"];
export type ListPreview = Schemas["ListPreview"];
export type Words = Schemas["Words"];
export type PlanView = Schemas["PlanView"];
export type ItemPlan = Schemas["ItemPlan"];
export type ShotPlan = Schemas["ShotPlan"];
export type DayView = Schemas["DayView"];
export type DaySettings = Schemas["DaySettings"];
export type RoomSettings = Schemas["RoomSettings"];
export type DaylightView = Schemas["DaylightView"];
export type StandingSet = Schemas["StandingSet"];
export type SetAnswers = Schemas["Answers"];
export type SetPicture = Schemas["SetPicture"];
export type SetLamp = Schemas["Lamp"];
export type SetCard = Schemas["Card"];
export type Point = Schemas["Point"];
export type Piece = Schemas["Piece"];
export type KitView = Schemas["KitView"];
export type Recipe = Schemas["Recipe"];
export type TemplateShot = Schemas["Shot"];

export const queryClient = new QueryClient({
  defaultOptions: { queries: { staleTime: 2_000, retry: 1 } },
});

/** The sentence of a problem detail, as the server wrote it for the seller. */
export class Problem extends Error {}

export const api = createClient<paths>({ baseUrl: "/" });

export function csrfToken(): string {
  return /(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? "";
}

api.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-XSRF-TOKEN", csrfToken());
    return request;
  },
});

/** Gives the answer's data, or throws the server's sentence. */
export async function answer<T>(call: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  let result: { data?: T; error?: unknown };
  try {
    result = await call;
  } catch {
    throw new Problem("Istante does not answer. Is it still running?");
  }
  if (result.error !== undefined) throw new Problem(sentence(result.error));
  return result.data as T;
}

export function sentence(error: unknown): string {
  const detail = (error as { detail?: unknown } | null)?.detail;
  return typeof detail === "string" ? detail : "Something went wrong. Nothing was lost; try again.";
}
