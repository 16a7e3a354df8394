/** Mark: one stop after the other on the board, the figure large, the square in its setting. */
import { useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { usePreferences } from "../../app/preferences";
import { Lens } from "../../board/Lens";
import { WholeBoard } from "../../board/WholeBoard";
import { isField } from "../../shared/fields/isField";
import { Figure, TapeText } from "../../shared/TapeText";
import { canStayAwake, useAwake } from "../../shared/useAwake";
import { useWords } from "../../words/words";
import { ArmsLength } from "./ArmsLength";
import { Callout } from "./Callout";
import { GaugeCheck } from "./GaugeCheck";
import { PieceBar } from "./PieceBar";
import { usePlace } from "./places";
import { SettingOut } from "./SettingOut";
import { StopList } from "./StopList";
import { HandOut } from "./HandOut";
import { AssumedLine } from "../../shared/work/Assumed";
import { useMarking } from "./useMarking";
import { useWork } from "../../shared/work/WorkContext";

const SPAN = 920;

export function MarkStation() {
  const document = useWork((state) => state.document);
  const work = useWork((state) => state.work);
  const say = useWords();
  useAwake();
  const [query, setQuery] = useSearchParams();
  const { keys } = usePreferences();
  const screen = useWork((state) => state.screen);
  const roof = document["kind"] === "roof";
  const ready = screen && screen.supposed.length === 0 ? screen : undefined;
  const board = ready?.board;
  const marking = useMarking(work.id, work.revision);
  const asked = query.get("stop");
  const { open, go } = usePlace(work.id, board, marking.places, asked === null ? null : Number(asked));
  const [large, setLarge] = useState(false);
  const [step, setStep] = useState<string>();
  const stop = board?.stops[open];
  const done = board ? marking.of(board.id) : undefined;
  const ticked = done?.ticks.find((one) => one.stop === stop?.id);
  const { tick } = marking;
  useEffect(() => {
    // Only where it differs: a needless replacement could overtake somebody leaving this page.
    if (!board || asked === String(open)) return;
    setQuery({ stop: String(open) }, { replace: true });
  }, [board, asked, open, setQuery]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isField(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const way = { ArrowRight: 1, PageDown: 1, ArrowLeft: -1, PageUp: -1 }[event.key];
      if (way !== undefined) go((from) => from + way);
      else if (keys && event.key === "t" && board && stop) tick(board.id, stop.id, ticked?.state !== "good");
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [go, keys, board, stop, ticked, tick]);
  const drawn = useMemo(() => {
    const good = new Set(done?.ticks.filter((one) => one.state === "good").map((one) => one.stop));
    return new Set(board?.stops.filter((one) => good.has(one.id)).flatMap((one) => one.marks) ?? []);
  }, [board, done]);
  if (!ready || !board || !stop || !done)
    return (
      <section className="to-come">
        <h2>{say(roof ? "measure.missing_roof_title" : "measure.missing_title")}</h2>
        <p>{say(roof ? "measure.missing_roof" : "measure.missing_rise")}</p>
      </section>
    );
  const span = Math.min(SPAN, board.length * 1.1);
  const shown = stop.steps.find((one) => one.id === step && one.square) ?? stop.steps.find((one) => one.square);
  const turn = (way: 1 | -1) => go((from) => from + way);
  const toMark = (mark: string, far: boolean) => {
    const there = board.stops.findIndex((one) => one.marks.includes(mark) && (one.face === "far") === far && one.kind !== "cross");
    if (there >= 0) go(() => there);
  };
  // A tick that is set leads on to the next mark; one that is taken away stays.
  const tickOff = (now: boolean) => {
    tick(board.id, stop.id, now);
    if (now) turn(1);
  };
  return (
    <div className="station mark">
      <section className="main">
        <AssumedLine />
        <div className="whole-card">
          <PieceBar pieces={ready.pieces} laid={board.id} disturbed={new Set(marking.disturbed.map((one) => one.piece))} />
          <WholeBoard
            board={board} open={open} done={drawn} onOpen={(to) => go(() => to)}
            lens={{ from: stop.lens[0] - span / 2, to: stop.lens[0] + span / 2 }}
          />
        </div>
        {marking.disturbed.length > 0 && (
          <p className="disturbed-said" role="status">
            {say("mark.disturbed", { n: marking.disturbed.length })}
          </p>
        )}
        {board.running.length === 0 && <p className="disturbed-said" role="status">{say("mark.no_lines")}</p>}
        <Lens board={board} stop={stop} square={shown?.square ?? null} done={drawn} span={span} before={ticked?.before ?? []} onTurn={turn} onMark={toMark} />
        <Callout
          stop={stop} tick={ticked} step={shown?.id} onStep={setStep} first={open === 0} last={open === board.stops.length - 1} onTurn={turn} onTick={tickOff}
        />
        {ready.roof && <SettingOut roof={ready.roof} />}
      </section>
      {large && <ArmsLength board={board} open={open} onTurn={turn} onClose={() => setLarge(false)} />}
      <aside className="side">
        <button type="button" className="arms-length" onClick={() => setLarge(true)}>
          {say("mark.arms_length")}
        </button>
        <HandOut />
        {!canStayAwake() && <p className="said">{say("mark.sleeps")}</p>}
        <StopList board={board} open={open} marking={done} onOpen={(to) => go(() => to)} />
        <GaugeCheck key={`${board.id}/${stop.id}`} piece={board.id} stop={stop} />
        <section className="running">
          <h2>{say("mark.running")}</h2>
          <p className="quiet">{say("mark.from_hook")}</p>
          <ol>
            {board.running.map((mark) => (
              <li key={mark.number}>
                <span>{mark.number}</span> <Figure value={mark.figure} />
              </li>
            ))}
          </ol>
        </section>
        {ready.drift && (
          <section className={`step-off ${ready.drift.level}`}>
            <h2>{say("mark.step_off")}</h2>
            <p>
              <TapeText text={ready.drift.text} />.
            </p>
          </section>
        )}
      </aside>
    </div>
  );
}
