import CssBaseline from "@mui/material/CssBaseline";
import GlobalStyles from "@mui/material/GlobalStyles";
import { ThemeProvider } from "@mui/material/styles";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { useMemo, useState, type ReactNode } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { Unreachable } from "../api/client";
import { BenchPage } from "../stations/bench/BenchPage";
import { WorkFrame } from "./WorkFrame";
import { SettingsPage } from "../stations/settings/SettingsPage";
import { NotFound } from "./NotFound";
import { PreferencesProvider, usePreferences } from "./preferences";
import { inkProperties, themeOf } from "./theme";

function Themed({ children }: { children: ReactNode }) {
  const { theme } = usePreferences();
  const mui = useMemo(() => themeOf(theme), [theme]);
  return (
    <ThemeProvider theme={mui}>
      <CssBaseline />
      <GlobalStyles styles={{ ":root": inkProperties(theme) }} />
      {children}
    </ThemeProvider>
  );
}

export function App() {
  const [queries] = useState(
    () =>
      new QueryClient({
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
            <Routes>
              <Route path="/" element={<BenchPage />} />
              <Route path="/work/:workId" element={<Navigate to="measure" replace />} />
              <Route path="/work/:workId/:station" element={<WorkFrame />} />
              <Route path="/settings" element={<SettingsPage />} />
              <Route path="*" element={<NotFound />} />
            </Routes>
          </BrowserRouter>
        </Themed>
      </PreferencesProvider>
    </QueryClientProvider>
  );
}
