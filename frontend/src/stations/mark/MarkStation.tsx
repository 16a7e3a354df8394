/** Mark: one stop after the other on the board, the figure large, the square in its setting. */
import { useCallback, useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { Lens } from "../../board/Lens";
import { WholeBoard } from "../../board/WholeBoard";
import { isField } from "../../shared/isField";
import { Figure, TapeText } from "../../shared/TapeText";
import type { WorkState } from "../../shared/useWork";
import { canStayAwake, useAwake } from "../../shared/useAwake";
import { useWords } from "../../words/words";
import { AtTheSaw } from "./AtTheSaw";
import { SettingOut } from "./SettingOut";
import { StopList } from "./StopList";
import "./mark.css";

const SPAN = 920;

export function MarkStation({ state }: { state: WorkState }) {
  const say = useWords();
  useAwake();
  const [query, setQuery] = useSearchParams();
  const { screen } = state;
  const roof = state.document["kind"] === "roof";
  const board = screen?.board;
  const last = (board?.stops.length ?? 1) - 1;
  const [wanted, setWanted] = useState(() => Number(query.get("stop") ?? localStorage.getItem(`stop:${state.work.id}`) ?? 0));
  const open = Math.max(0, Math.min(wanted, last));
  const kept = query.get("stop");
  // By steps, not to a place: two quick presses are two steps, whatever has been drawn between them.
  const go = useCallback((to: (from: number) => number) => setWanted((from) => Math.max(0, Math.min(last, to(Math.min(from, last))))), [last]);
  useEffect(() => {
    // Only where it differs: a needless replacement could overtake somebody leaving this page.
    if (!board || kept === String(open)) return;
    localStorage.setItem(`stop:${state.work.id}`, String(open));
    setQuery({ stop: String(open) }, { replace: true });
  }, [board, kept, open, setQuery, state.work.id]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isField(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const way = { ArrowRight: 1, PageDown: 1, ArrowLeft: -1, PageUp: -1 }[event.key];
      if (way === undefined) return;
      event.preventDefault();
      go((from) => from + way);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [go]);
  const done = useMemo(() => new Set(board?.stops.slice(0, open).flatMap((stop) => stop.marks) ?? []), [board, open]);
  if (!screen || !board || screen.supposed.length > 0)
    return (
      <section className="to-come">
        <h2>{say(roof ? "measure.missing_roof_title" : "measure.missing_title")}</h2>
        <p>{say(roof ? "measure.missing_roof" : "measure.missing_rise")}</p>
      </section>
    );
  const stop = board.stops[open];
  if (!stop) return null;
  const span = Math.min(SPAN, board.board.mm * 1.1);
  return (
    <div className="station mark">
      <section className="main">
        <div className="whole-card">
          <div className="piece-bar">
            {screen.pieces.map((one) => (
              <button key={one.id} type="button" aria-pressed={one.id === board.id} onClick={() => state.piece(one.id)}>
                {one.title} <span>{say("mark.pieces", { n: one.count }).toLowerCase()}{one.spare > 0 && ` ${say("mark.spare", { n: one.spare }).toLowerCase()}`}</span>
              </button>
            ))}
          </div>
          <WholeBoard
            board={board} open={open} done={done} onOpen={(stop) => go(() => stop)}
            lens={{ from: stop.lens[0] - span / 2, to: stop.lens[0] + span / 2 }}
          />
        </div>
        {screen.roof && <SettingOut state={state} roof={screen.roof} />}
        <Lens board={board} stop={stop} done={done} span={span} />
        <div className="callout" aria-live="polite">
          <button type="button" className="turn" aria-label={say("mark.previous")} disabled={open === 0} onClick={() => go((from) => from - 1)}>
            ‹
          </button>
          <div className="called">
            <p className="big">
              {stop.figure && <Figure value={stop.figure} />}
              <span className="ends-said">
                <TapeText text={stop.ends} />
              </span>
            </p>
            <p className="say">
              <b>{stop.title}.</b> <TapeText text={stop.say} />
              {stop.square && !stop.square.reaches && ` ${say("mark.too_big_square")}`}
            </p>
          </div>
          <button type="button" className="turn forward" aria-label={say("mark.next")} disabled={open === last} onClick={() => go((from) => from + 1)}>
            ›
          </button>
        </div>
      </section>
      <aside className="side">
        {!canStayAwake() && <p className="said">{say("mark.sleeps")}</p>}
        <StopList board={board} open={open} onOpen={(stop) => go(() => stop)} />
        {stop.cuts.length > 0 && <AtTheSaw cuts={stop.cuts} />}
        <section className="running">
          <h2>{say("mark.running")}</h2>
          <p className="quiet">{say("mark.from_hook").toLowerCase()}</p>
          <ol>
            {board.running.map((mark) => (
              <li key={mark.number}>
                <span>{mark.number}</span> <Figure value={mark.figure} />
              </li>
            ))}
          </ol>
        </section>
        {screen.drift && (
          <section className={`step-off ${screen.drift.level}`}>
            <h2>{say("mark.step_off")}</h2>
            <p>
              <TapeText text={screen.drift.text} />.
            </p>
          </section>
        )}
      </aside>
    </div>
  );
}
