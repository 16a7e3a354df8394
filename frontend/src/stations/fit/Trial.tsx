/** What trying the pattern showed: gaps and heights typed, what they tell, best first. */
import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormHelperText from "@mui/material/FormHelperText";
import FormLabel from "@mui/material/FormLabel";
import TextField from "@mui/material/TextField";
import { Fragment } from "react";
import type { Document, Sheet, Tried } from "../../api/types";
import { TapeField } from "../../shared/fields/TapeField";
import { TapeText } from "../../shared/TapeText";
import { textAt, valueAt } from "../../shared/work/document";
import { useWork } from "../../shared/work/WorkContext";
import { useWords, type WordId } from "../../words/words";

const NAMES: Record<string, WordId> = {
  head_top: "fit.head_top", head_bottom: "fit.head_bottom", seat: "fit.gap_seat", heel: "fit.gap_heel",
  ridge: "fit.height_ridge", plate: "fit.height_plate", stand: "fit.height_stand",
  drop: "fit.height_drop", tread: "fit.level_tread", ground: "fit.level_ground", rise: "fit.height_rise",
};

export function Trial({ tried }: { tried: Tried }) {
  const say = useWords();
  const keeper = useWork((state) => state.keeper);
  return (
    <section className="tried" aria-labelledby="gapes">
      <h3 id="gapes">{say("fit.gapes")}</h3>
      {tried.pieces.length > 1 && (
        <TextField
          select size="small" label={say("fit.tried_piece")} value={tried.piece} slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
          // What was read of one piece says nothing of another.
          onChange={(event) => keeper.change("trial.piece", event.target.value, [{ path: "trial.gaps", value: undefined }, { path: "trial.heights", value: undefined }])}
        >
          {!tried.pieces.some(({ id }) => id === tried.piece) && <option value={tried.piece}>{say("fit.no_gaps")}</option>}
          {tried.pieces.map((one) => <option key={one.id} value={one.id}>{one.name}</option>)}
        </TextField>
      )}
      <p className="quiet">{say(tried.gaps.includes("seat") ? "fit.gapes_say" : "fit.gapes_stair")}</p>
      {tried.drawing && <InPlace sheet={tried.drawing} spots={tried.spots} title={say("fit.drawn_tried")} />}
      <div className="tried-fields">
        {tried.gaps.map((key) => <Read key={key} id={key} path={`trial.gaps.${key}`} missing="0" spots={tried.spots} />)}
        {tried.heights.map((key) => <Read key={key} id={key} path={`trial.heights.${key}`} missing={say("measure.not_known")} spots={tried.spots} />)}
      </div>
      <div role="status">
        {tried.causes.map((one, n) => (
          <Fragment key={one.id}>
            {n === 1 && <h4 className="quiet">{tried.others}</h4>}
            <Alert severity="info" icon={false} variant="outlined" className={n === 0 ? "cause first" : "cause"}>
              <AlertTitle><TapeText text={one.say} /></AlertTitle>
              <TapeText text={one.remedy} />
              {one.explains && <p className="quiet">{one.explains}</p>}
              {one.correction && <Take correction={one.correction} />}
            </Alert>
          </Fragment>
        ))}
      </div>
      {tried.places.length > 0 && tried.pieces[0]?.id === tried.piece && <Places tried={tried} />}
    </section>
  );
}

/** A reading, with its number on the drawing. */
function Read({ id, path, missing, spots }: { id: string; path: string; missing: string; spots: Tried["spots"] }) {
  const say = useWords();
  const number = spots.findIndex((spot) => spot.id === id) + 1;
  return (
    <div id={`spot-${id}`} className="tried-read">
      {number > 0 && <span className="badge" aria-hidden="true">{number}</span>}
      <TapeField path={path} label={say(NAMES[id] ?? "fit.head_top")} labelled missing={missing} />
    </div>
  );
}

/** The piece in its place; a number that is touched leads to its field. */
function InPlace({ sheet, spots, title }: { sheet: Sheet; spots: Tried["spots"]; title: string }) {
  const [left, top, right, bottom] = sheet.extent;
  const letter = (right - left) / 24;
  return (
    <svg className="in-place" viewBox={`${left} ${top} ${right - left} ${bottom - top}`} role="img" aria-label={title}>
      {sheet.paths.map((path) => {
        const points = path.points.map((point) => point.map((v) => v.toFixed(2)).join(",")).join(" ");
        return path.closed
          ? <polygon key={path.id} className={`layer-${path.layer} shape-${path.id}`} points={points} vectorEffect="non-scaling-stroke" />
          : <polyline key={path.id} className={`layer-${path.layer}`} points={points} vectorEffect="non-scaling-stroke" />;
      })}
      {spots.map(({ id, at: [x, y] }, n) => (
        <g key={id} className="in-place-spot" transform={`translate(${x} ${y})`} onClick={() => document.querySelector<HTMLElement>(`#spot-${id} input`)?.focus()}>
          <circle r={letter} vectorEffect="non-scaling-stroke" />
          <text fontSize={letter * 1.3}>{n + 1}</text>
        </g>
      ))}
    </svg>
  );
}

/** The correction taken into the work: marks move, and what was read before says nothing any more. */
function Take({ correction }: { correction: NonNullable<Tried["causes"][number]["correction"]> }) {
  const keeper = useWork((state) => state.keeper);
  const take = () => keeper.change(correction.path, correction.value, [{ path: "trial.gaps", value: undefined }, { path: "trial.heights", value: undefined }]);
  return <Button variant="outlined" size="small" onClick={take}><TapeText text={correction.say} /></Button>;
}

/** Where the pattern has to fit: a place is ticked where nothing that was typed is to put right. */
function Places({ tried }: { tried: Tried }) {
  const say = useWords();
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const kept = valueAt(document, "trial.passed");
  const passed = (Array.isArray(kept) ? kept : []) as Document[];
  // As the server tells it of what is kept; here at once, before it does.
  const fitsAt = (place: string) => passed.some((one) => textAt(one, "place") === place && textAt(one, "pattern") === tried.pattern);
  const tick = (place: string, fits: boolean) => {
    const others = passed.filter((one) => textAt(one, "place") !== place);
    // What was read here says nothing of the next place: there it is read anew.
    if (fits) keeper.change("trial.passed", [...others, { place, pattern: tried.pattern }], [{ path: "trial.gaps", value: undefined }, { path: "trial.heights", value: undefined }]);
    else keeper.change("trial.passed", others);
  };
  return (
    <FormControl component="fieldset">
      <FormLabel component="legend">{say("fit.places")}</FormLabel>
      {tried.places.map((one) => (
        <FormControlLabel
          key={one.id} label={one.label}
          control={<Checkbox checked={fitsAt(one.id)} disabled={!fitsAt(one.id) && !tried.fits} onChange={(event) => tick(one.id, event.target.checked)} />}
        />
      ))}
      <FormHelperText>{tried.said} {say("fit.places_say")}</FormHelperText>
    </FormControl>
  );
}
