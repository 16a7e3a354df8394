/** What trying the pattern showed: gaps and heights typed, what they tell, best first. */
import Alert from "@mui/material/Alert";
import AlertTitle from "@mui/material/AlertTitle";
import { Fragment } from "react";
import type { Tried } from "../../api/types";
import { TapeField } from "../../shared/fields/TapeField";
import { TapeText } from "../../shared/TapeText";
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
    </section>
  );
}
