import CssBaseline from "@mui/material/CssBaseline";
import GlobalStyles from "@mui/material/GlobalStyles";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClientProvider } from "@tanstack/react-query";
import { lazy, Suspense, useMemo, useState, type ReactNode } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { Unreachable } from "../api/client";
import { BenchPage } from "../stations/bench/BenchPage";
import { WorkFrame } from "./WorkFrame";
import { NotFound } from "./NotFound";
import { PreferencesProvider, usePreferences } from "./preferences";
import { useWords } from "../words/words";
import { FreshQueryClient } from "./queries";
import { inkProperties, themeOf } from "./theme";

// Rarely opened: a chunk of their own keeps the first screen light.
const SettingsPage = lazy(() => import("../stations/settings/SettingsPage").then((page) => ({ default: page.SettingsPage })));
const JobSettingsPage = lazy(() => import("../stations/settings/JobSettingsPage").then((page) => ({ default: page.JobSettingsPage })));
const PracticePage = lazy(() => import("../stations/practice/PracticePage").then((page) => ({ default: page.PracticePage })));
const LogbookPage = lazy(() => import("../stations/logbook/LogbookPage").then((page) => ({ default: page.LogbookPage })));
const OrderPage = lazy(() => import("../stations/order/OrderPage").then((page) => ({ default: page.OrderPage })));
const LimitSetPage = lazy(() => import("../stations/settings/LimitSetPage").then((page) => ({ default: page.LimitSetPage })));

function Themed({ children }: { children: ReactNode }) {
  const { theme } = usePreferences();
  const mui = useMemo(() => themeOf(theme), [theme]);
  return (
    <ThemeProvider theme={mui}>
      <CssBaseline />
      <GlobalStyles styles={{ ":root": { ...inkProperties(theme), colorScheme: theme === "dark" ? "dark" : "light" } }} />
      {children}
    </ThemeProvider>
  );
}

function Fetching() {
  const say = useWords();
  return (
    <main className="lonely" aria-busy="true">
      <p>{say("app.loading")}</p>
    </main>
  );
}

export function App() {
  const [queries] = useState(
    () =>
      new FreshQueryClient({
        defaultOptions: {
          queries: {
            networkMode: "always",
            refetchOnWindowFocus: false,
            retry: (count, error) => error instanceof Unreachable && count < 30,
            retryDelay: 1000,
          },
          mutations: { networkMode: "always" },
        },
      }),
  );
  return (
    <QueryClientProvider client={queries}>
      <PreferencesProvider>
        <Themed>
          <BrowserRouter>
            <Suspense fallback={<Fetching />}>
            <Routes>
              <Route path="/" element={<BenchPage />} />
              <Route path="/practice" element={<PracticePage />} />
              <Route path="/work/:workId" element={<Navigate to="measure" replace />} />
              <Route path="/work/:workId/:station" element={<WorkFrame />} />
              <Route path="/settings" element={<SettingsPage />} />
              <Route path="/job/:jobId/settings" element={<JobSettingsPage />} />
              <Route path="/job/:jobId/logbook" element={<LogbookPage />} />
              <Route path="/job/:jobId/order" element={<OrderPage />} />
              <Route path="/limits/:setId" element={<LimitSetPage />} />
              <Route path="*" element={<NotFound />} />
            </Routes>
            </Suspense>
          </BrowserRouter>
        </Themed>
      </PreferencesProvider>
    </QueryClientProvider>
  );
}
