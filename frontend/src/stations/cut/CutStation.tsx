/** Cut: boards with the pieces in them, saw settings for the whole batch, what to buy, the cut list, files to take. */
import { useCallback, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Words } from "../../api/client";
import type { CutBoard, CutPlan } from "../../api/types";
import { LevelSign } from "../../shared/LevelSign";
import { Figure, TapeText } from "../../shared/TapeText";
import { useAside } from "../../shared/useAside";
import type { WorkState } from "../../shared/useWork";
import { useWords, type WordId } from "../../words/words";
import { Exports } from "./Exports";
import { useTicks } from "./useTicks";
import "./cut.css";

const VIEWS = ["boards", "saw", "buying", "list", "files"] as const;

export function CutStation({ state }: { state: WorkState }) {
  const say = useWords();
  const [view, setView] = useState<(typeof VIEWS)[number]>("boards");
  const [edgeFree, setEdgeFree] = useState(false);
  const ask = useCallback((job: unknown, words: Words, signal?: AbortSignal) => api.cut(job, words, edgeFree, signal), [edgeFree]);
  const { data: plan, isError } = useAside(state, edgeFree ? "cut-free" : "cut", ask);
  if (!state.screen || state.screen.supposed.length > 0)
    return (
      <section className="to-come">
        <h2>{say("cut.missing")}</h2>
        <p>{say("cut.missing_say")}</p>
      </section>
    );
  if (!plan) return <p className="quiet cut-page" role="status">{isError ? say("app.failed") : say("app.loading")}</p>;
  return (
    <div className="cut-page">
      <header>
        <h2>{say("cut.title")}</h2>
        <span className="switch" role="group" aria-label={say("cut.views")}>
          {VIEWS.map((one) => (
            <button key={one} type="button" aria-pressed={view === one} onClick={() => setView(one)}>{say(`cut.${one}` as WordId)}</button>
          ))}
        </span>
      </header>
      <p className="caution"><LevelSign level="look" /> {plan.caution}</p>
      {view === "boards" && (
        <>
          <label className="extra-choice"><input type="checkbox" checked={edgeFree} onChange={(event) => setEdgeFree(event.target.checked)} />{say("cut.edge_free")}</label>
          <Boards plan={plan} state={state} />
        </>
      )}
      {view === "saw" && <SawSettings plan={plan} />}
      {view === "buying" && <Buying plan={plan} />}
      {view === "list" && <CutList plan={plan} state={state} />}
      {view === "files" && <Exports state={state} />}
      <ul className="quiet cut-notes">{plan.notes.map((note) => <li key={note}>{note}</li>)}</ul>
    </div>
  );
}

function Boards({ plan, state }: { plan: CutPlan; state: WorkState }) {
  const say = useWords();
  const ticks = useTicks(state.work.id);
  const longest = Math.max(1, ...plan.sections.flatMap((section) => section.boards.map((board) => board.length.mm)));
  return plan.sections.map((section) => (
    <section key={section.id} className="cut-section" aria-labelledby={section.id}>
      <h3 id={section.id}><TapeText text={section.title} /></h3>
      <p className="quiet">{section.say.join(". ")}.</p>
      {section.too_long.map((one) => <p key={one} className="clash"><LevelSign level="stop" /> <span><TapeText text={one} /></span></p>)}
      <ul className="cut-boards">
        {section.boards.map((board) => (
          <li key={board.key} className={ticks.done(board) ? "done" : ""}>
            <div className="cut-board-words">
              <label className="extra-choice">
                <input type="checkbox" checked={ticks.done(board)} onChange={() => ticks.toggle(board)} />
                <span><b className="figure">{board.count} ×</b> <Figure value={board.length} /></span>
              </label>
              <span className="quiet">{say("cut.rest")} <Figure value={board.rest} /></span>
            </div>
            <BoardOfPieces board={board} longest={longest} />
            <p className="quiet cut-turned">{[...new Set(board.laid.filter((one) => one.turned).map((one) => `${one.title}: ${one.turned}`))].join("; ")}</p>
          </li>
        ))}
      </ul>
    </section>
  ));
}

/** A board as a length of wood, to scale along it, with the pieces as they lie. */
function BoardOfPieces({ board, longest }: { board: CutBoard; longest: number }) {
  const high = Math.max(board.depth, longest / 26);
  const grow = high / board.depth;
  return (
    <svg className="cut-board" viewBox={`0 0 ${longest} ${high}`} role="img" aria-label={board.laid.map((one) => one.title).join(", ")}>
      <rect className="cut-stock" x={0} y={0} width={board.length.mm} height={high} vectorEffect="non-scaling-stroke" />
      {board.laid.map((one, at) => (
        <g key={at}>
          <polygon className="layer-wood" points={one.outline.map(([u, v]) => `${u.toFixed(1)},${(v * grow).toFixed(1)}`).join(" ")} vectorEffect="non-scaling-stroke" />
          <Name piece={one} high={high} longest={longest} />
        </g>
      ))}
    </svg>
  );
}

function Name({ piece, high, longest }: { piece: CutBoard["laid"][number]; high: number; longest: number }) {
  const size = longest * 0.0155;
  const room = Math.floor((piece.stop - piece.start) / (size * 0.52)) - 2;
  if (room < 4) return null;
  const text = piece.title.length > room ? `${piece.title.slice(0, room - 1)}…` : piece.title;
  return <text className="cut-name" x={(piece.start + piece.stop) / 2} y={high / 2 + size * 0.35} fontSize={size}>{text}</text>;
}

function SawSettings({ plan }: { plan: CutPlan }) {
  const say = useWords();
  return (
    <ol className="saw-settings">
      {plan.settings.map((one) => (
        <li key={one.title}>
          <h3>{one.title} <small className="quiet">{say("cut.cuts", { n: one.count })}</small></h3>
          {one.notes.map((note) => <p key={note} className="quiet">{note}</p>)}
          <ul>{one.ends.map((end, at) => <li key={at}><TapeText text={end.say} /></li>)}</ul>
        </li>
      ))}
    </ol>
  );
}

function Buying({ plan }: { plan: CutPlan }) {
  const say = useWords();
  const priced = plan.buying.some((row) => row.cost !== null);
  const total = plan.buying.reduce((sum, row) => sum + (row.cost ?? 0), 0);
  return (
    <table className="cut-table">
      <thead><tr><th scope="col">{say("cut.what")}</th><th scope="col">{say("stair.count")}</th><th scope="col">{say("stair.length")}</th>{priced && <th scope="col">{say("cut.cost")}</th>}</tr></thead>
      <tbody>
        {plan.buying.map((row, at) => (
          <tr key={at}>
            <th scope="row"><TapeText text={row.what} /></th>
            <td className="figure">{row.count}</td>
            <td>{row.length && <Figure value={row.length} />}</td>
            {priced && <td className="figure">{row.cost?.toFixed(2)}</td>}
          </tr>
        ))}
      </tbody>
      {priced && <tfoot><tr><th scope="row" colSpan={3}>{say("cut.total")}</th><td className="figure"><b>{total.toFixed(2)}</b></td></tr></tfoot>}
    </table>
  );
}

function CutList({ plan, state }: { plan: CutPlan; state: WorkState }) {
  const say = useWords();
  const navigate = useNavigate();
  return (
    <table className="cut-table">
      <thead><tr>{(["stair.piece", "stair.count", "stair.section", "stair.length"] as const).map((word) => <th key={word} scope="col">{say(word)}</th>)}</tr></thead>
      <tbody>
        {plan.rows.map((row) => (
          <tr key={row.id}>
            <th scope="row">
              <button type="button" onClick={() => { state.piece(row.id); void navigate(`/work/${state.work.id}/mark`); }}>{row.title}</button>
            </th>
            <td className="figure">{row.count}</td>
            <td className="figure"><TapeText text={row.section} /></td>
            <td><b><Figure value={row.length} /></b> <small>{row.ends}</small></td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
