import { createBrowserRouter, Navigate } from "react-router";
import { Frame, ShootFrame } from "./parts/Frame";
import { CheckScreen } from "./screens/check/CheckScreen";
import { TakeScreen } from "./screens/check/TakeScreen";
import { FinishScreen } from "./screens/finish/FinishScreen";
import { HandoverScreen } from "./screens/handover/HandoverScreen";
import { ItemsScreen } from "./screens/items/ItemsScreen";
import { KitScreen } from "./screens/kit/KitScreen";
import { LineUpScreen } from "./screens/lineup/LineUpScreen";
import { PlanScreen } from "./screens/plan/PlanScreen";
import { RecipesScreen } from "./screens/recipes/RecipesScreen";
import { RuleBooksScreen } from "./screens/rulebooks/RuleBooksScreen";
import { SetScreen } from "./screens/set/SetScreen";
import { ShootScreen } from "./screens/shoot/ShootScreen";
import { ShootsScreen } from "./screens/shoots/ShootsScreen";

export const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      { index: true, element: <ShootsScreen /> },
      { path: "items", element: <ItemsScreen /> },
      { path: "recipes", element: <RecipesScreen /> },
      { path: "kit", element: <KitScreen /> },
      { path: "rule-books", element: <RuleBooksScreen /> },
      {
        path: "shoots/:shootId",
        element: <ShootFrame />,
        children: [
          { index: true, element: <Navigate to="check" replace /> },
          { path: "plan", element: <PlanScreen /> },
          { path: "set", element: <SetScreen /> },
          { path: "shoot", element: <ShootScreen /> },
          { path: "check", element: <CheckScreen /> },
          { path: "check/:takeId", element: <TakeScreen /> },
          { path: "finish", element: <FinishScreen /> },
          { path: "hand-over", element: <HandoverScreen /> },
          { path: "line-up", element: <LineUpScreen /> },
        ],
      },
      { path: "*", element: <p className="p-8">There is nothing at this address.</p> },
    ],
  },
]);
