/** What trying the pattern showed: gaps and heights typed, what they tell, best first. */
import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import Checkbox from "@mui/material/Checkbox";
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormHelperText from "@mui/material/FormHelperText";
import FormLabel from "@mui/material/FormLabel";
import { Fragment } from "react";
import type { Document, Tried } from "../../api/types";
import { TapeField } from "../../shared/fields/TapeField";
import { TapeText } from "../../shared/TapeText";
import { textAt, valueAt } from "../../shared/work/document";
import { useWork } from "../../shared/work/WorkContext";
import { useWords } from "../../words/words";

const GAPS = ["head_top", "head_bottom", "seat", "heel"] as const;
const HEIGHTS = ["ridge", "plate", "stand"] as const;
const NAMES = { head_top: "fit.head_top", head_bottom: "fit.head_bottom", seat: "fit.gap_seat", heel: "fit.gap_heel", ridge: "fit.height_ridge", plate: "fit.height_plate", stand: "fit.height_stand" } as const;

export function Trial({ tried }: { tried: Tried }) {
  const say = useWords();
  return (
    <section className="tried" aria-labelledby="gapes">
      <h3 id="gapes">{say("fit.gapes")}</h3>
      <p className="quiet">{say("fit.gapes_say")}</p>
      <div className="tried-fields">
        {GAPS.map((key) => <TapeField key={key} path={`trial.gaps.${key}`} label={say(NAMES[key])} labelled missing="0" />)}
        {HEIGHTS.map((key) => <TapeField key={key} path={`trial.heights.${key}`} label={say(NAMES[key])} labelled missing={say("measure.not_known")} />)}
      </div>
      <div role="status">
        {tried.causes.map((one, n) => (
          <Fragment key={one.id}>
            {n === 1 && <h4 className="quiet">{tried.others}</h4>}
            <Alert severity="info" icon={false} variant="outlined" className={n === 0 ? "cause first" : "cause"}>
              <AlertTitle><TapeText text={one.say} /></AlertTitle>
              <TapeText text={one.remedy} />
              {one.explains && <p className="quiet">{one.explains}</p>}
            </Alert>
          </Fragment>
        ))}
      </div>
      <Places tried={tried} />
    </section>
  );
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
