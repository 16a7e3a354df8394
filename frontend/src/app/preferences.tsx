/** What is preferred: the theme on this device; words and tape of the whole shop, from its settings. */
import { useQuery } from "@tanstack/react-query";
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";
import { api } from "../api/client";
import { WordsContext, wordsOf, type Dialect } from "../words/words";
import { themeNames, type ThemeName } from "./theme";

interface Preferences {
  theme: ThemeName;
  setTheme: (theme: ThemeName) => void;
  dialect: Dialect;
  fine: boolean;
}

const PreferencesContext = createContext<Preferences>({
  theme: "light",
  setTheme: () => undefined,
  dialect: "north_america",
  fine: false,
});

function keptTheme(): ThemeName {
  const kept = localStorage.getItem("theme") as ThemeName | null;
  return kept !== null && themeNames.includes(kept) ? kept : "light";
}

export const useShop = () => useQuery({ queryKey: ["shop"], queryFn: ({ signal }) => api.shop(signal), staleTime: 60_000 });

export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [theme, choose] = useState<ThemeName>(keptTheme);
  const setTheme = useCallback((next: ThemeName) => {
    localStorage.setItem("theme", next);
    choose(next);
  }, []);
  const shop = useShop().data;
  const dialect = (shop?.dialect ?? "north_america") as Dialect;
  const fine = shop?.fine ?? false;
  const value = useMemo(() => ({ theme, setTheme, dialect, fine }), [theme, setTheme, dialect, fine]);
  return (
    <PreferencesContext.Provider value={value}>
      <WordsContext.Provider value={useMemo(() => wordsOf(dialect), [dialect])}>{children}</WordsContext.Provider>
    </PreferencesContext.Provider>
  );
}

export const usePreferences = (): Preferences => useContext(PreferencesContext);
