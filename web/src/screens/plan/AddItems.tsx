import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type PlanView, queryClient } from "../../api/client";
import { itemsQuery, useShootChange, wordsQuery } from "../../api/queries";
import { Button, Field, Panel } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { count } from "../../parts/figures";
import { useShoot } from "../../parts/useShoot";

/** Items from the shop's list, or a new one, with the views of their kind. */
export function AddItems({ planned }: { planned: PlanView }) {
  const shoot = useShoot();
  const { data: items } = useQuery(itemsQuery);
  const [school, setSchool] = useState("short");
  const [search, setSearch] = useState("");
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const [newOpen, setNewOpen] = useState<boolean>();
  const there = new Set(planned.items.map((item) => item.itemId));
  const wanted = search.trim().toLowerCase();
  const open = (items ?? []).filter(
    (item) =>
      !there.has(item.fields.id!) &&
      `${item.fields.code} ${item.fields.title}`.toLowerCase().includes(wanted),
  );
  const add = useShootChange(shoot.id, () =>
    answer(
      api.POST("/api/shoots/{shootId}/plan", {
        params: { path: { shootId: shoot.id } },
        body: { itemIds: [...picked], school },
      }),
    ).then(() => setPicked(new Set())),
  );
  const toggle = (id: number) =>
    setPicked((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  return (
    <Panel className="p-5">
      <h2 className="mb-3 text-xl">Add items</h2>
      <div role="group" aria-label="How many views" className="mb-3 grid grid-cols-2">
        {["short", "full"].map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={school === one}
            onClick={() => setSchool(one)}
            className="min-h-10 border border-line first:rounded-l-md last:rounded-r-md aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-panel"
          >
            {one} set
          </button>
        ))}
      </div>
      {(items ?? []).length > there.size && (
        <>
          <input
            type="search"
            aria-label="Search items to add"
            placeholder="Search your items"
            className="mb-2 min-h-10 w-full rounded-md border border-line bg-panel px-3 placeholder:text-soft"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          <ul className="max-h-56 overflow-auto rounded-md border border-line">
            {open.map(({ fields }) => (
              <li key={fields.id} className="border-b border-line last:border-0">
                <label className="flex min-h-10 cursor-pointer items-center gap-3 px-3">
                  <input
                    type="checkbox"
                    className="size-4 accent-(--accent)"
                    checked={picked.has(fields.id!)}
                    onChange={() => toggle(fields.id!)}
                  />
                  <span className="figures text-soft">{fields.code}</span>
                  <span className="truncate">{fields.title}</span>
                </label>
              </li>
            ))}
          </ul>
          <div className="mt-2 flex gap-2">
            <Button
              onClick={() =>
                setPicked(
                  picked.size === open.length
                    ? new Set()
                    : new Set(open.map((item) => item.fields.id!)),
                )
              }
            >
              {picked.size === open.length && picked.size > 0 ? "None" : "All"}
            </Button>
            <Button
              main
              className="flex-1"
              disabled={picked.size === 0 || add.isPending}
              onClick={() => add.mutate(undefined)}
            >
              Add {count(picked.size, "item")}
            </Button>
          </div>
          {add.error && (
            <p role="alert" className="mt-2 text-reshoot">
              {add.error.message}
            </p>
          )}
        </>
      )}
      <details
        className="mt-3"
        open={newOpen ?? items?.length === 0}
        onToggle={(event) => setNewOpen(event.currentTarget.open)}
      >
        <summary className="min-h-8">A new item</summary>
        <NewItem school={school} />
      </details>
    </Panel>
  );
}

function NewItem({ school }: { school: string }) {
  const shoot = useShoot();
  const { data: words } = useQuery(wordsQuery);
  const [code, setCode] = useState("");
  const [title, setTitle] = useState("");
  const [kind, setKind] = useState("rigid");
  const add = useShootChange(shoot.id, async () => {
    const saved = await answer(
      api.PUT("/api/items", {
        body: { items: [{ code, title, kind, traits: [], soldAt: [], listed: false }] },
      }),
    );
    await answer(
      api.POST("/api/shoots/{shootId}/plan", {
        params: { path: { shootId: shoot.id } },
        body: { itemIds: saved.map((item) => item.fields.id!), school },
      }),
    );
    await queryClient.invalidateQueries({ queryKey: ["items"] });
  });
  return (
    <form
      className="mt-2 flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(undefined, {
          onSuccess: () => {
            setCode("");
            setTitle("");
          },
        });
      }}
    >
      <Field label="Code" value={code} onChange={(event) => setCode(event.target.value)} />
      <Field label="Title" value={title} onChange={(event) => setTitle(event.target.value)} />
      <Choice
        label="Kind of the new item"
        value={kind}
        options={(words?.kinds ?? []).map((one) => ({ value: one.id, label: one.label }))}
        onChange={setKind}
      />
      {add.error && (
        <p role="alert" className="text-reshoot">
          {add.error.message}
        </p>
      )}
      <Button main type="submit" disabled={add.isPending}>
        Add to the plan
      </Button>
    </form>
  );
}
