/** Mark: one stop after the other on the board, the figure large, the square in its setting. */
import { useCallback, useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { Lens } from "../../board/Lens";
import { WholeBoard } from "../../board/WholeBoard";
import { isField } from "../../shared/isField";
import { Figure, TapeText } from "../../shared/TapeText";
import type { Piece } from "../../api/types";
import type { WorkState } from "../../shared/useWork";
import { canStayAwake, useAwake } from "../../shared/useAwake";
import { useWords } from "../../words/words";
import { ArmsLength } from "./ArmsLength";
import { AtTheSaw } from "./AtTheSaw";
import { SettingOut } from "./SettingOut";
import { TakeAway } from "./TakeAway";
import { keepPlaces, readPlaces } from "./places";
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
  // Each piece remembers its own place, and the work which piece lay on the horses.
  const piece = board?.id ?? "";
  const [places, setPlaces] = useState<Record<string, number>>(() => readPlaces(state.work.id));
  const asked = query.get("stop");
  const [first] = useState(asked === null ? null : Number(asked));
  const wanted = places[piece] ?? first ?? 0;
  const [large, setLarge] = useState(false);
  const open = Math.max(0, Math.min(wanted, last));
  const kept = asked;
  // By steps, not to a place: two quick presses are two steps, whatever has been drawn between them.
  const go = useCallback(
    (to: (from: number) => number) =>
      setPlaces((before) => {
        const from = Math.max(0, Math.min(before[piece] ?? first ?? 0, last));
        const next = { ...before, [piece]: Math.max(0, Math.min(last, to(from))) };
        keepPlaces(state.work.id, next);
        return next;
      }),
    [last, piece, first, state.work.id],
  );
  useEffect(() => {
    // Only where it differs: a needless replacement could overtake somebody leaving this page.
    if (!board || kept === String(open)) return;
    setQuery({ stop: String(open) }, { replace: true });
  }, [board, kept, open, setQuery]);
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
          <PieceBar state={state} pieces={screen.pieces} laid={board.id} />
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
            {stop.held.length > 0 && (
              <ul className="held-list" aria-label={say("mark.held")}>
                {stop.held.map((line) => (
                  <li key={line}>
                    <TapeText text={line} />
                  </li>
                ))}
              </ul>
            )}
            {stop.check && (
              <p className="say">
                <TapeText text={stop.check} />
              </p>
            )}
          </div>
          <button type="button" className="turn forward" aria-label={say("mark.next")} disabled={open === last} onClick={() => go((from) => from + 1)}>
            ›
          </button>
        </div>
      </section>
      {large && <ArmsLength board={board} open={open} onTurn={(way) => go((from) => from + way)} onClose={() => setLarge(false)} />}
      <aside className="side">
        <button type="button" className="arms-length" onClick={() => setLarge(true)}>
          {say("mark.arms_length")}
        </button>
        <TakeAway state={state} />
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

/** How many pieces have a button of their own before the others are asked for. */
const AT_HAND = 5;

/** The pieces that can be laid on the horses: the first few at hand, the others when asked for. */
function PieceBar({ state, pieces, laid }: { state: WorkState; pieces: readonly Piece[]; laid: string }) {
  const say = useWords();
  const [all, setAll] = useState(false);
  const shown = all ? pieces : pieces.filter((one, n) => n < AT_HAND || one.id === laid);
  return (
    <div className="piece-bar">
      {shown.map((one) => (
        <button key={one.id} type="button" aria-pressed={one.id === laid} onClick={() => state.piece(one.id)}>
          {one.title} <span>{say("mark.pieces", { n: one.count }).toLowerCase()}{one.spare > 0 && ` ${say("mark.spare", { n: one.spare }).toLowerCase()}`}</span>
        </button>
      ))}
      {shown.length < pieces.length && (
        <button type="button" aria-expanded={false} className="more" onClick={() => setAll(true)}>
          {say("mark.more_pieces", { n: pieces.length - shown.length })}
        </button>
      )}
    </div>
  );
}
