/** A roof's hips: the judgement calls as drawings of the joint, and for every corner its bevels, its sheets, its check. */
import Accordion from "@mui/material/Accordion";
import AccordionDetails from "@mui/material/AccordionDetails";
import AccordionSummary from "@mui/material/AccordionSummary";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { api } from "../../api/client";
import type { Hips, Sheet } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { Picture } from "../../shared/drawing/Picture";
import { TapeField } from "../../shared/fields/TapeField";
import { Figure, TapeText } from "../../shared/TapeText";
import { valueAt } from "../../shared/work/document";
import { jobFile } from "../../shared/work/useOpenWork";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";
import { Views } from "../../shared/fields/Views";

type Corner = Hips["corners"][number];
const VIEWS = ["bevels", "geometric", "block", "master", "check", "jacks", "pieces"] as const;

export function HipSheets() {
  const job = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const say = useWords();
  const { dialect, fine } = usePreferences();
  const shown = useWork((state) => state.document);
  const file = useMemo(() => jobFile(job, settled.document, shown), [job, settled, shown]);
  const hips = useQuery({
    queryKey: ["hips", file, dialect, fine],
    queryFn: ({ signal }) => api.hips(file, { dialect, fine }, signal),
    placeholderData: (before) => before,
    staleTime: Infinity,
    gcTime: 30_000,
  });
  // What was drawn last stays where a choice cannot be: the way back is among the choices.
  const [last, setLast] = useState(hips.data);
  if (hips.data && hips.data !== last) setLast(hips.data);
  const [view, setView] = useState<(typeof VIEWS)[number]>("bevels");
  const [at, setAt] = useState(0);
  const found = hips.data ?? last;
  if (!found) return null;
  const corner = found.corners[at] ?? found.corners[0];
  if (!corner)
    return found.pieces.length === 0 ? null : (
      <section className="hips" aria-label={say("hip_sheets.pieces")}>
        <div className="call-card hip-card">
          <h2>{say("hip_sheets.pieces")}</h2>
          <Pieces pieces={found.pieces} />
        </div>
      </section>
    );
  return (
    <section className="hips" aria-label={say("hip_sheets.title")}>
      <Calls calls={found.calls} />
      <div className="call-card hip-card">
        <h2>{say("hip_sheets.title")}</h2>
        <div className="hip-switches">
          {found.corners.length > 1 && (
            <label className="hip-corner">
              {say("hip_sheets.corner")}
              <select value={at} onChange={(event) => setAt(Number(event.target.value))}>
                {found.corners.map((one, number) => (
                  <option key={one.title} value={number}>{one.title}</option>
                ))}
              </select>
            </label>
          )}
          <Views
            label={say("hip_sheets.views")} shown={view}
            views={VIEWS.map((one) => ({ id: one, text: say(`hip_sheets.${one}`) }))}
            onShow={setView}
          />
        </div>
        {view === "bevels" && <Bevels corner={corner} />}
        {view === "geometric" && <Geometric corner={corner} />}
        {view === "block" && <Block corner={corner} />}
        {view === "master" && <Masters patterns={found.patterns} />}
        {view === "check" && <Check corner={corner} />}
        {view === "jacks" && <Jacks corner={corner} />}
        {view === "pieces" && <Pieces pieces={found.pieces} />}
      </div>
    </section>
  );
}

function Calls({ calls }: { calls: Hips["calls"] }) {
  const keeper = useWork((state) => state.keeper);
  return (
    <div className="hip-calls">
      {calls.map((call) => (
        <section key={call.field} className="call-card">
          <h2>{call.title}</h2>
          <ul className="notch-choices hip-choices" aria-label={call.title}>
            {call.options.map((one) => (
              <li key={one.id}>
                <button
                  type="button" aria-pressed={one.chosen} disabled={one.drawing === null && !one.chosen}
                  onClick={() => !one.chosen && keeper.change(call.field, one.id)}
                >
                  {one.drawing && <Picture sheet={one.drawing} />}
                  <strong>{one.name}</strong>
                  <span className="hip-say"><TapeText text={one.refused || one.say} /></span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Bevels({ corner }: { corner: Corner }) {
  const say = useWords();
  return (
    <div className="hip-table">
      <table>
        <thead>
          <tr>
            <th scope="col">{say("hip_sheets.bevel")}</th>
            <th scope="col">{say("hip_sheets.angle")}</th>
            <th scope="col">{say("hip_sheets.square")}</th>
            <th scope="col">{say("hip_sheets.saw")}</th>
          </tr>
        </thead>
        <tbody>
          {corner.bevels.map((one) => (
            <tr key={one.label}>
              <th scope="row">{one.label}</th>
              <td className="figure">{one.angle}</td>
              <td><TapeText text={one.square} /></td>
              <td><TapeText text={one.saw} /></td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** A sheet with its letters on it, fitted to its place. */
function Lettered({ sheet, title, className, mm }: { sheet: Sheet; title: string; className: string; mm?: boolean }) {
  const [left, top, right, bottom] = sheet.extent;
  const size = mm ? 7 : Math.max((right - left) / 46, (bottom - top) / 40);
  return (
    <svg
      className={className} viewBox={`${left} ${top} ${right - left} ${bottom - top}`} role="img" aria-label={title}
      style={mm ? { width: `${right - left}mm`, height: `${bottom - top}mm` } : undefined}
    >
      {sheet.paths.map((path) => {
        const points = path.points.map((point) => point.map((v) => v.toFixed(2)).join(",")).join(" ");
        return path.closed ? (
          <polygon key={path.id} className={`layer-${path.layer}`} points={points} vectorEffect="non-scaling-stroke" />
        ) : (
          <polyline key={path.id} className={`layer-${path.layer}`} points={points} vectorEffect="non-scaling-stroke" />
        );
      })}
      {sheet.texts.map((text) => (
        <text key={text.id} x={text.at[0]} y={text.at[1]} fontSize={size} textAnchor="middle" dominantBaseline="central">
          {text.text}
        </text>
      ))}
    </svg>
  );
}

function Geometric({ corner }: { corner: Corner }) {
  const say = useWords();
  return (
    <div className="hip-geometric">
      <Lettered sheet={corner.geometric} title={say("hip_sheets.geometric")} className="picture lettered" />
      <div>
        <ol className="hip-reads" aria-label={say("hip_sheets.bevel")}>
          {corner.reads.map((one) => (
            <li key={one.letter}><b>{one.letter}</b> <span>{one.label}</span> <b className="figure">{one.angle}</b></li>
          ))}
        </ol>
        <ul className="hip-reads unlettered" aria-label={say("hip_sheets.drawn_lengths")}>
          {corner.lengths.map((one) => (
            <li key={one.label}><span><TapeText text={one.label} /></span> <Figure value={one.length} /></li>
          ))}
        </ul>
      </div>
      <ol className="hip-steps">
        {corner.steps.map((one) => <li key={one}><TapeText text={one} /></li>)}
      </ol>
    </div>
  );
}

function Block({ corner }: { corner: Corner }) {
  const say = useWords();
  return (
    <>
      <p className="quiet">{say("hip_sheets.block_say")}</p>
      <div className="full-size" tabIndex={0} role="group" aria-label={say("hip_sheets.block")}>
        <Lettered sheet={corner.block} title={say("hip_sheets.block")} className="picture lettered" mm />
      </div>
      <ol className="hip-reads">
        {corner.bevels.filter((one) => one.number > 0).map((one) => (
          <li key={one.label}><b>{one.number}</b> <span>{one.label}</span> <b className="figure">{one.angle}</b></li>
        ))}
      </ol>
    </>
  );
}

function Masters({ patterns }: { patterns: Hips["patterns"] }) {
  const say = useWords();
  return (
    <>
      <p className="quiet">{say("hip_sheets.master_say")}</p>
      {patterns.map((one) => (
        <div key={one.title + one.length.text} className="hip-table">
          <Lettered sheet={one.drawing} title={one.title} className="picture lettered master" />
          <table>
            <caption>{one.title}{!one.from_head && <>: {say("hip_sheets.board")} <Figure value={one.length} /></>}</caption>
            <thead>
              <tr>
                <th scope="col" colSpan={2}>{say("hip_sheets.piece")}</th>
                <th scope="col">{say(one.from_head ? "hip_sheets.valley_line" : "hip_sheets.run_line")}</th>
                <th scope="col">{say("hip_sheets.back_level")}</th>
                <th scope="col">{say(one.from_head ? "hip_sheets.back_to_foot" : "hip_sheets.deduction")}</th>
                <th scope="col">{say(one.from_head ? "hip_sheets.to_foot" : "hip_sheets.head")}</th>
              </tr>
            </thead>
            <tbody>
              {one.lines.map((line) => (
                <tr key={line.title}>
                  <td><b>{line.number}</b></td>
                  <th scope="row">{line.title}</th>
                  <td><Figure value={line.run_line} /></td>
                  <td><Figure value={line.level} /></td>
                  <td><Figure value={line.deduction} /></td>
                  <td><Figure value={line.head} /></td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ))}
    </>
  );
}

function Check({ corner }: { corner: Corner }) {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const { check } = corner;
  if (!check) return null;
  return (
    <div className="hip-check">
      <p className="hip-expect"><Figure value={check.distance} /></p>
      <p>{check.ends}</p>
      <p className="quiet">{say("hip_sheets.level")} <Figure value={check.level} />, {say("hip_sheets.plumb")} <Figure value={check.plumb} /></p>
      <TapedFields piece={check.piece} />
      <ul>{check.say.map((one) => <li key={one}><TapeText text={one} /></li>)}</ul>
      {corner.kind === "hip" && <p>
        <button type="button" className="plain-button" aria-pressed={valueAt(document, "hip.dummies") === true} onClick={() => keeper.change("hip.dummies", valueAt(document, "hip.dummies") !== true)}>
          {say("hip_sheets.dummies")}
        </button>
      </p>}
    </div>
  );
}

/** What a tape read between a piece's two points, where it started, and what that comes to. */
function TapedFields({ piece, jack = false }: { piece: string; jack?: boolean }) {
  const screen = useWork((state) => state.screen);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const told = screen?.checks.find((one) => /^taped/.test(one.id) && one.id.endsWith(`.${piece}`));
  const to = valueAt(document, `taped.${piece}.to`) ?? "centre";
  return (
    <div className="taped">
      <TapeField path={`taped.${piece}.read`} label={say("hip_sheets.taped")} labelled missing={say("measure.not_known")} />
      <TapeField path={`taped.${piece}.start`} label={say("hip_sheets.taped_start")} labelled missing={say("field.none")} />
      {jack && (
        <Choice
          label={say("hip_sheets.taped_to")} chosen={to}
          answers={(["centre", "shoulder"] as const).map((one) => ({ id: one, text: say(`hip_sheets.taped_${one}`) }))}
          onChoose={(one) => keeper.change(`taped.${piece}.to`, one)}
        />
      )}
      {told && <p className={told.level}><TapeText text={told.text} />{told.remedy && <span className="remedy"> {told.remedy}</span>}</p>}
    </div>
  );
}

function Pieces({ pieces }: { pieces: Hips["pieces"] }) {
  const say = useWords();
  return (
    <div className="hip-table">
      <table>
        <thead>
          <tr>
            <th scope="col">{say("hip_sheets.piece")}</th>
            <th scope="col">{say("hip_sheets.count")}</th>
            <th scope="col">{say("hip_sheets.lengths")}</th>
          </tr>
        </thead>
        <tbody>
          {pieces.map((one) => (
            <tr key={one.id}>
              <th scope="row">{one.title}</th>
              <td className="figure">{one.count}</td>
              <td>
                <ul className="hip-lengths">
                  {one.lengths.map((length) => <li key={length.label}><Figure value={length.length} /> <span>{length.label}</span></li>)}
                </ul>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Jacks({ corner }: { corner: Corner }) {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const from = valueAt(document, "hip.jacks") ?? "commons";
  const valley = corner.kind === "valley";
  return (
    <div className="hip-table">
      {!valley && <p className="hip-switches">
        <span>{say("hip_sheets.jacks_from")}</span>
        <Choice
          label={say("hip_sheets.jacks_from")} chosen={from}
          answers={(["commons", "corner", "even"] as const).map((one) => ({ id: one, text: say(`hip_sheets.jacks_${one}`) }))}
          onChoose={(one) => keeper.change("hip.jacks", one)}
        />
      </p>}
      <p className="quiet">{say(corner.jacks.length === 0 ? "hip_sheets.no_jacks" : valley ? "hip_sheets.valley_jacks_say" : "hip_sheets.jacks_say")}</p>
      {corner.jacks.length > 0 && <table>
        <thead>
          <tr>
            <th scope="col">{say("hip_sheets.piece")}</th>
            <th scope="col">{say("hip_sheets.side")}</th>
            <th scope="col">{say(valley ? "hip_sheets.on_ridge" : "hip_sheets.on_plate")}</th>
            <th scope="col">{say(valley ? "hip_sheets.on_valley" : "hip_sheets.on_hip")}</th>
          </tr>
        </thead>
        <tbody>
          {corner.jacks.map((one) => (
            <tr key={one.side + one.on_hip.text + one.title}>
              <th scope="row">{one.title}</th>
              <td>{one.side}</td>
              <td>{one.on_plate ? <Figure value={one.on_plate} /> : say("hip_sheets.at_no_ridge")}</td>
              <td><Figure value={one.on_hip} /></td>
            </tr>
          ))}
        </tbody>
      </table>}
      {!valley && corner.jacks.length > 0 && (
        <Accordion disableGutters elevation={0}>
          <AccordionSummary><b>{say("hip_sheets.taped_title")}</b></AccordionSummary>
          <AccordionDetails>
            <p className="quiet"><TapeText text={say("hip_sheets.taped_say")} /></p>
            <ul className="taped-jacks">
              {corner.jacks.filter((one, at) => corner.jacks.findIndex((other) => other.piece === one.piece) === at).map((one) => (
                <li key={one.piece}><b>{one.title}</b> <TapedFields piece={one.piece} jack /></li>
              ))}
            </ul>
          </AccordionDetails>
        </Accordion>
      )}
    </div>
  );
}
