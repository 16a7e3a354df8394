/** Every colour, size and typeface of the application. Lines have a meaning; colour only repeats it. */
import { createTheme, type Theme } from "@mui/material/styles";

export type ThemeName = "light" | "dark" | "sun";
export const themeNames: readonly ThemeName[] = ["light", "dark", "sun"];

interface Inks {
  paper: string;
  card: string;
  bench: string;
  pine: string;
  pineDeep: string;
  grain: string;
  graphite: string;
  soft: string;
  rule: string;
  cut: string;
  onCut: string;
  settled: string;
  onSettled: string;
  look: string;
  stopTint: string;
  lookTint: string;
  okTint: string;
  waste: string;
  steel: string;
  steelEdge: string;
  ground: string;
  finish: string;
  framing: string;
  focus: string;
  line: string;
  lineHeavy: string;
}

const inks: Record<ThemeName, Inks> = {
  light: {
    paper: "#f2eee5", card: "#fcfaf5", bench: "#dfcfae", pine: "#ecd7b0", pineDeep: "#dcc08c", grain: "#d3b783",
    graphite: "#1c2124", soft: "#51585b", rule: "#cfc6b4", cut: "#ad1f18", onCut: "#ffffff", settled: "#1f4a40",
    onSettled: "#ffffff", look: "#8a5200", stopTint: "#f6e1dd", lookTint: "#f8ebd2", okTint: "#e2ece8", waste: "#9a7b45",
    steel: "#dfe3e6", steelEdge: "#5c666d", ground: "#d8d0c0", finish: "#c9ab74", framing: "#e3dccd", focus: "#0b5fa5",
    line: "1.4", lineHeavy: "2.8",
  },
  dark: {
    paper: "#14181a", card: "#1c2225", bench: "#2a2419", pine: "#8c7446", pineDeep: "#6f5a33", grain: "#7a643a",
    graphite: "#f1ede4", soft: "#b9bdbc", rule: "#3a4347", cut: "#ff8f85", onCut: "#2a0604", settled: "#8fd0bd",
    onSettled: "#06231c", look: "#f0b45c", stopTint: "#48211e", lookTint: "#41321a", okTint: "#1d352f", waste: "#d1b47c",
    steel: "#49545b", steelEdge: "#c2cbd1", ground: "#2a3033", finish: "#a58750", framing: "#333a3d", focus: "#8cc8ff",
    line: "1.4", lineHeavy: "2.8",
  },
  sun: {
    paper: "#ffffff", card: "#ffffff", bench: "#ffffff", pine: "#ffffff", pineDeep: "#ffffff", grain: "#ffffff",
    graphite: "#000000", soft: "#000000", rule: "#000000", cut: "#b00000", onCut: "#ffffff", settled: "#003d2e",
    onSettled: "#ffffff", look: "#6b3d00", stopTint: "#ffffff", lookTint: "#ffffff", okTint: "#ffffff", waste: "#000000",
    steel: "#ffffff", steelEdge: "#000000", ground: "#ffffff", finish: "#ffffff", framing: "#ffffff", focus: "#0000c8",
    line: "2.4", lineHeavy: "4.5",
  },
};

/** The theme as custom properties, for the drawings and the plain style sheets. */
export function inkProperties(name: ThemeName): Record<string, string> {
  return Object.fromEntries(
    Object.entries(inks[name]).map(([key, value]) => [`--${key.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`, value as string]),
  );
}

export function themeOf(name: ThemeName): Theme {
  const ink = inks[name];
  return createTheme({
    palette: {
      mode: name === "dark" ? "dark" : "light",
      primary: { main: ink.settled, contrastText: ink.onSettled },
      error: { main: ink.cut, contrastText: ink.onCut },
      background: { default: ink.paper, paper: ink.card },
      text: { primary: ink.graphite, secondary: ink.soft },
      divider: ink.rule,
    },
    shape: { borderRadius: 4 },
    typography: {
      fontFamily: "Barlow, sans-serif",
      fontSize: 15,
      button: { textTransform: "none", fontWeight: 600, fontSize: "1rem" },
    },
    components: {
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: { styleOverrides: { root: { minHeight: 44 }, sizeSmall: { fontSize: "0.9rem" } } },
      MuiToggleButtonGroup: {
        styleOverrides: {
          root: { display: "inline-flex", flexWrap: "wrap", alignSelf: "center" },
          grouped: { margin: 0, border: 0, borderRadius: 0 },
        },
      },
      MuiToggleButton: {
        styleOverrides: {
          root: {
            border: 0, color: ink.graphite, font: "inherit", letterSpacing: 0,
            "&:hover": { backgroundColor: ink.rule },
            "&.Mui-disabled": { border: 0, color: ink.soft },
            "&.Mui-selected, &.Mui-selected:hover": { backgroundColor: ink.graphite, color: ink.card },
          },
        },
      },
      // Views that find no room in one row stand in two: none is scrolled away.
      MuiTabs: { defaultProps: { slotProps: { indicator: { hidden: true } } }, styleOverrides: { root: { minHeight: 44 }, list: { flexWrap: "wrap" } } },
      MuiTab: {
        styleOverrides: {
          root: {
            minHeight: 44, minWidth: 0, maxWidth: "none", padding: "4px 14px", fontSize: "1rem", letterSpacing: 0, color: ink.soft,
            borderBottom: "4px solid transparent", "&.Mui-selected": { color: ink.graphite, fontWeight: 700, borderBottomColor: ink.settled },
          },
        },
      },
      MuiFormHelperText: { styleOverrides: { root: { fontSize: "0.875rem" } } },
      MuiChip: { styleOverrides: { root: { fontSize: "0.875rem" } } },
      // A label over its field is as large as other small words.
      MuiInputLabel: { styleOverrides: { shrink: { transform: "translate(14px, -9px) scale(0.875)", maxWidth: "none", overflow: "visible" } } },
      MuiOutlinedInput: { styleOverrides: { notchedOutline: { "& legend": { fontSize: "0.875em" } } } },
      MuiAlert: { styleOverrides: { root: { fontSize: "0.95rem" } } },
      MuiTooltip: { defaultProps: { enterTouchDelay: 400 } },
    },
  });
}
