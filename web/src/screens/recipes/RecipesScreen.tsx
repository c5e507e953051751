import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { answer, api, queryClient, type Recipe } from "../../api/client";
import { recipesQuery, shootsQuery } from "../../api/queries";
import { Button, Empty, FileLink, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { day } from "../../parts/figures";

/** Set-ups that worked, to be built again. */
export function RecipesScreen() {
  const { data, error } = useQuery(recipesQuery);
  if (!data) return <Waiting error={error} />;
  return (
    <>
      <h1 className="mb-4 text-3xl">Recipes</h1>
      {data.length === 0 ? (
        <Empty title="No set-up has been kept yet">
          Build one at the Set station of a shoot, and keep it when its picture is right. It then
          stands here with its plan, its settings and the readings it gave.
        </Empty>
      ) : (
        <div className="grid grid-cols-1 gap-4 lg:grid-cols-2">
          {data.map((recipe) => (
            <OneRecipe key={recipe.id} recipe={recipe} />
          ))}
        </div>
      )}
    </>
  );
}

function OneRecipe({ recipe }: { recipe: Recipe }) {
  const navigate = useNavigate();
  const { decide } = useDecisions();
  const { data: shoots } = useQuery(shootsQuery);
  const { camera, lamps, windows, cards } = recipe.set;
  const again = () => queryClient.invalidateQueries({ queryKey: ["recipes"] });
  const remove = () =>
    decide(
      `${recipe.name} is taken off the recipes`,
      () =>
        answer(api.DELETE("/api/recipes/{id}", { params: { path: { id: recipe.id } } })).then(
          again,
        ),
      () =>
        answer(
          api.POST("/api/recipes", {
            body: {
              name: recipe.name,
              notes: recipe.notes,
              set: recipe.set,
              readings: recipe.readings,
            },
          }),
        ).then(again),
    );
  const build = async (shootId: string) => {
    await answer(
      api.PUT("/api/shoots/{shootId}/standing-set", {
        params: { path: { shootId: Number(shootId) } },
        body: recipe.set,
      }),
    );
    await queryClient.invalidateQueries({ queryKey: ["shoot", Number(shootId)] });
    void navigate(`/shoots/${shootId}/set`);
  };
  const lights = [
    ...lamps.map((lamp) => `${lamp.name} lamp`),
    ...windows.map(() => "window"),
    ...cards.map((card) => `${card.kind.toLowerCase()} card`),
  ];
  return (
    <Panel className="flex flex-col gap-3 p-5">
      <div>
        <h2 className="text-xl">{recipe.name}</h2>
        <p className="text-[13px] text-soft">kept {day(recipe.keptAt)}</p>
      </div>
      {recipe.notes && <p>{recipe.notes}</p>}
      <p className="text-[13.5px]">
        {lights.join(", ")}. Camera with {camera.lens.focalLengthMm.toFixed(0)} mm at f/
        {camera.lens.fNumber.toFixed(1)}, ISO {camera.settings.iso}.
      </p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 text-[13.5px]">
        {Object.entries(recipe.readings).map(([label, value]) => (
          <div key={label} className="contents">
            <dt className="text-soft">{label}</dt>
            <dd className="figures">{value}</dd>
          </div>
        ))}
      </dl>
      <div className="mt-auto flex flex-wrap gap-2 pt-1">
        <FileLink href={`/api/recipes/${recipe.id}/card`}>Print its card</FileLink>
        <Choice
          label={`Build ${recipe.name} in a shoot`}
          placeholder="Build it in …"
          className="w-[230px]"
          value={undefined}
          options={(shoots?.entries ?? []).map((one) => ({
            value: String(one.id),
            label: one.name,
          }))}
          onChange={(id) => void build(id)}
        />
        <Button onClick={() => void remove()}>Remove</Button>
      </div>
    </Panel>
  );
}
