import { answer, api, type ItemPlan } from "../../api/client";

/** One more view of an item that is planned, with what its kind's list says of such views. */
export const addView = (shootId: number, item: ItemPlan, role: string) =>
  answer(
    api.POST("/api/shoots/{id}/items", {
      params: { path: { id: shootId } },
      body: { code: item.code, title: item.title, kind: item.kind, roles: [role] },
    }),
  );

/** Takes of it stay; they wait to be assigned. */
export const removeView = (shootId: number, shotId: number) =>
  answer(
    api.DELETE("/api/shoots/{id}/shots/{shotId}", {
      params: { path: { id: shootId, shotId } },
    }),
  );
