import "@fontsource-variable/bricolage-grotesque/index.css";
import "@fontsource-variable/instrument-sans/index.css";
import "@fontsource-variable/spline-sans-mono/index.css";
import "./theme/tokens.css";
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { RouterProvider } from "react-router";
import { queryClient } from "./api/client";
import { Decisions } from "./parts/Decisions";
import { applyStoredTheme } from "./theme/theme";
import { router } from "./router";

applyStoredTheme();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <Decisions>
        <RouterProvider router={router} />
      </Decisions>
    </QueryClientProvider>
  </StrictMode>,
);
