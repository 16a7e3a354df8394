/** What this device prefers: theme and dialect. Kept on the device until the shop's settings take them over. */
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";
import { WordsContext, wordsOf, type Dialect } from "../words/words";
import { themeNames, type ThemeName } from "./theme";

interface Preferences {
  theme: ThemeName;
  nextTheme: () => void;
  dialect: Dialect;
}

const PreferencesContext = createContext<Preferences>({ theme: "light", nextTheme: () => undefined, dialect: "north_america" });

function kept<T extends string>(key: string, allowed: readonly T[], fallback: T): T {
  const value = localStorage.getItem(key) as T | null;
  return value !== null && allowed.includes(value) ? value : fallback;
}

export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [theme, setTheme] = useState<ThemeName>(() => kept("theme", themeNames, "light"));
  const dialect: Dialect = "north_america";
  const nextTheme = useCallback(() => {
    setTheme((now) => {
      const next = themeNames[(themeNames.indexOf(now) + 1) % themeNames.length] ?? "light";
      localStorage.setItem("theme", next);
      return next;
    });
  }, []);
  const value = useMemo(() => ({ theme, nextTheme, dialect }), [theme, nextTheme, dialect]);
  return (
    <PreferencesContext.Provider value={value}>
      <WordsContext.Provider value={useMemo(() => wordsOf(dialect), [dialect])}>{children}</WordsContext.Provider>
    </PreferencesContext.Provider>
  );
}

export const usePreferences = (): Preferences => useContext(PreferencesContext);
