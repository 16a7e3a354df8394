/** Work out: the inputs as a sentence, the counts side by side, what stepping off would do, checks and working. */
import { CheckList } from "../../shared/CheckList";
import { useWords } from "../../words/words";
import { Candidates } from "./Candidates";
import { DriftPanel } from "./DriftPanel";
import { RoofWorkOut } from "./RoofWorkOut";
import { Sentence } from "./Sentence";
import { StairSheets } from "./StairSheets";
import { WorkingPanel } from "./WorkingPanel";
import { useWork } from "../../shared/work/WorkContext";

export function WorkOutStation() {
  const errors = useWork((state) => state.errors);
  const say = useWords();
  const screen = useWork((state) => state.screen);
  if (!screen)
    return (
      <section className="to-come">
        {errors.length === 0 ? <p>{say("app.loading")}</p> : errors.map((one) => <p key={one.path}>{one.sentence}</p>)}
      </section>
    );
  if (screen.roof) return <RoofWorkOut screen={screen} roof={screen.roof} />;
  if (screen.supposed.length > 0)
    return (
      <section className="to-come">
        <h2>{say("field.total_rise")}: {say("field.missing")}</h2>
        <p>{say("measure.missing_rise")}</p>
        <Sentence />
      </section>
    );
  return (
    <div className="station work-out">
      <section className="main">
        <Sentence />
        <Candidates candidates={screen.candidates} />
        {screen.drift && <DriftPanel drift={screen.drift} />}
        <StairSheets />
      </section>
      <aside className="side">
        <h2>{say("work_out.checks")}</h2>
        <CheckList checks={screen.checks} />
        <p className="limits">
          <strong>{screen.limits}.</strong> {screen.confirm}
        </p>
        <WorkingPanel working={screen.working} />
      </aside>
    </div>
  );
}
