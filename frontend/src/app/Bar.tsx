import IconButton from "@mui/material/IconButton";
import Tooltip from "@mui/material/Tooltip";
import { useState, useSyncExternalStore, type ReactNode } from "react";
import { Link } from "react-router";
import { outbox } from "../outbox/outbox";
import { TapeText } from "../shared/TapeText";
import { useWords } from "../words/words";
import { HistorySheet } from "./HistorySheet";
import { usePreferences } from "./preferences";
import { SettledSheet } from "./SettledSheet";
import { themeNames } from "./theme";
import { useWork } from "../shared/work/WorkContext";

/** A board with a notch taken out of its top edge. */
export function Logo() {
  const say = useWords();
  return (
    <Link to="/" className="logo" aria-label={say("app.to_bench")}>
      <svg viewBox="0 0 60 26" aria-hidden="true">
        <path className="logo-board" d="M2 2h18l10 15L40 2h18v22H2z" />
        <path className="logo-cut" d="M20 2l10 15L40 2" />
      </svg>
    </Link>
  );
}

/** The head of a page beside the stations: its title, and the ways from it. */
export function PageTop({ title, children }: { title: string; children?: ReactNode }) {
  const say = useWords();
  return (
    <header className="top">
      <Logo />
      <div className="bar">
        <h1>{title}</h1>
        <div className="bar-tools">
          {children}
          <Link to="/" className="bar-word plain">
            {say("bench.title")}
          </Link>
          <ThemeButton />
        </div>
      </div>
    </header>
  );
}

export function Bar({ name, onKeys }: { name: string; onKeys: () => void }) {
  const currentSaving = useWork((state) => state.saving);
  const desk = useWork((state) => state.desk);
  const job = useWork((state) => state.job);
  const say = useWords();
  const work = useWork((state) => state.work);
  const { entries } = useSyncExternalStore(outbox.subscribe, outbox.get);
  // A tick or a place that is not kept is not saved either.
  const held = entries.some((one) => one.state !== "waiting" && (one.state !== "sending" || one.reason !== ""));
  const saving = held && currentSaving === "saved" ? "unsaved" : currentSaving;
  const [history, setHistory] = useState(false);
  const [settled, setSettled] = useState(false);
  const said = { saved: "app.saved", saving: "app.saving", unsaved: "app.unsaved", held: "app.unsaved", gone: desk.waiting.length > 0 ? "app.unsaved" : "app.gone", stale: "app.unsaved" } as const;
  return (
    <header className="top">
      <Logo />
      <div className="bar">
      <p className="whereabouts">
        <Link to="/">{job.name}</Link> <span aria-hidden="true">/</span> <strong>{name}</strong>
      </p>
      <div className="bar-tools">
        <button type="button" className="bar-word plain units" aria-label={say("settings.here")} onClick={() => setSettled(true)}>
          <TapeText text={say(job.units === "metric" ? "app.metric" : "app.imperial")} />
        </button>
        <StepButton way="undo" enabled={work.can_undo} />
        <StepButton way="redo" enabled={work.can_redo} />
        <Link to={`/job/${job.id}/order`} className="bar-word plain">
          {say("schedule.title")}
        </Link>
        <Link to={`/job/${job.id}/logbook?work=${work.id}`} className="bar-word plain">
          {say("log.title")}
        </Link>
        <button type="button" className="bar-word plain" onClick={() => setHistory(true)}>
          {say("app.history")}
        </button>
        <ThemeButton />
        <span className={`bar-word save ${saving}`} role="status">
          {say(said[saving])}
        </span>
        <Tooltip title={say("keys.open")}>
          <IconButton onClick={onKeys} aria-label={say("keys.open")} className="bar-button">
            ?
          </IconButton>
        </Tooltip>
      </div>
      </div>
      <SettledSheet open={settled} onClose={() => setSettled(false)} />
      <HistorySheet workId={work.id} open={history} onClose={() => setHistory(false)} />
    </header>
  );
}

function StepButton({ way, enabled }: { way: "undo" | "redo"; enabled: boolean }) {
  const saving = useWork((state) => state.saving);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  return (
    <IconButton
      className="bar-button"
      aria-label={say(`app.${way}`)}
      disabled={!enabled || saving !== "saved"}
      onClick={() => keeper.step(way)}
    >
      <svg viewBox="0 0 24 24" aria-hidden="true" className={`step-icon ${way}`}>
        <path d="M9 6L4 11l5 5M4 11h10a5 5 0 0 1 0 10h-2" />
      </svg>
    </IconButton>
  );
}

export function ThemeButton() {
  const say = useWords();
  const { theme, setTheme } = usePreferences();
  const next = themeNames[(themeNames.indexOf(theme) + 1) % themeNames.length] ?? "light";
  return (
    <Tooltip title={`${say("app.theme")}: ${say(`app.theme_${theme}`)}`}>
      <IconButton className="bar-button" aria-label={say("app.theme")} onClick={() => setTheme(next)}>
        <svg viewBox="0 0 24 24" aria-hidden="true" className="step-icon">
          <path d="M12 4a8 8 0 1 0 0 16zM12 4a8 8 0 0 1 0 16" />
        </svg>
      </IconButton>
    </Tooltip>
  );
}
