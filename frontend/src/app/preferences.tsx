/** What is preferred: the theme on this device; words and tape of the whole shop, from its settings. */
import { useQuery } from "@tanstack/react-query";
import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from "react";
import { api } from "../api/client";
import { storage } from "../outbox/storage";
import type { Document } from "../api/types";
import { WordsContext, wordsOf, type Dialect } from "../words/words";
import { themeNames, type ThemeName } from "./theme";

interface Preferences {
  theme: ThemeName;
  setTheme: (theme: ThemeName) => void;
  dialect: Dialect;
  fine: boolean;
  /** Whether single keys do something. */
  keys: boolean;
}

const PreferencesContext = createContext<Preferences>({
  theme: "light",
  setTheme: () => undefined,
  dialect: "north_america",
  fine: false,
  keys: true,
});

function keptTheme(): ThemeName {
  const kept = storage.get("theme") as ThemeName | null;
  return kept !== null && themeNames.includes(kept) ? kept : "light";
}

export const useShop = () => useQuery({ queryKey: ["shop"], queryFn: ({ signal }) => api.shop(signal), staleTime: 60_000 });

export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [theme, choose] = useState<ThemeName>(keptTheme);
  const setTheme = useCallback((next: ThemeName) => {
    storage.set("theme", next);
    choose(next);
  }, []);
  useEffect(() => {
    // Chosen in another tab, it holds here too.
    const follow = (event: StorageEvent) => {
      if (event.key === "theme") choose(keptTheme());
    };
    window.addEventListener("storage", follow);
    return () => window.removeEventListener("storage", follow);
  }, []);
  const settled = useShop().data?.settled.document;
  const value = useMemo(() => ({ theme, setTheme, ...wordsIn(settled) }), [theme, setTheme, settled]);
  return <Spoken value={value}>{children}</Spoken>;
}

/** Within a job, its own words and tape hold. */
export function JobPreferences({ settled, children }: { settled: Document; children: ReactNode }) {
  const shop = usePreferences();
  const value = useMemo(() => ({ ...shop, ...wordsIn(settled) }), [shop, settled]);
  return <Spoken value={value}>{children}</Spoken>;
}

function wordsIn(settled: Document | undefined): Pick<Preferences, "dialect" | "fine" | "keys"> {
  return {
    dialect: (settled?.["dialect"] ?? "north_america") as Dialect,
    fine: settled?.["fine"] === true,
    keys: settled?.["keys"] !== false,
  };
}

function Spoken({ value, children }: { value: Preferences; children: ReactNode }) {
  const { dialect } = value;
  return (
    <PreferencesContext.Provider value={value}>
      <WordsContext.Provider value={useMemo(() => wordsOf(dialect), [dialect])}>{children}</WordsContext.Provider>
    </PreferencesContext.Provider>
  );
}

/** The shop's words, also where a job speaks others. */
export const useShopWords = () => wordsIn(useShop().data?.settled.document);

export const usePreferences = (): Preferences => useContext(PreferencesContext);
