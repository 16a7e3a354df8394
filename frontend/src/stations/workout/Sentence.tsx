/** The inputs of a flight as one sentence with its fields in it. */
import { omit, valueAt } from "../../shared/work/document";
import { OtherErrors } from "../../shared/work/OtherErrors";
import { TapeField } from "../../shared/fields/TapeField";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";
import { usual } from "../../words/usual";

/** The keys that have a field here. */
const FIELDS = /^(total_rise|gauge|riser\.(at_most|target)|tread\.(going|board_width|gap|nosing))$/;

export function Sentence() {
  const document = useWork((state) => state.document);
  const say = useWords();
  const byGoing = valueAt(document, "tread.going") !== undefined;
  return (
    <div className="sentence">
      <p>
        <span className="phrase">
          {say("work_out.rise")} <TapeField path="total_rise" label={say("field.total_rise")} />
        </span>
        <SchoolChoice />
      </p>
      <p>
        <span className="phrase">{say("work_out.treads")}</span>{" "}
        {byGoing ? (
          <span className="phrase">
            {say("work_out.going")} <TapeField path="tread.going" label={say("field.going")} />
          </span>
        ) : (
          <>
            <BoardCount />
            <span className="phrase">
              {say("work_out.boards_of")} <TapeField path="tread.board_width" label={say("field.board_width")} />
            </span>
            <span className="phrase">
              {say("work_out.gap")} <TapeField path="tread.gap" label={say("field.gap")} />
            </span>
          </>
        )}
        <span className="phrase">
          {say("work_out.nosing")} <TapeField path="tread.nosing" label={say("field.nosing")} />
        </span>
        <TreadMode byGoing={byGoing} />
      </p>
      <OtherErrors fields={FIELDS} />
    </div>
  );
}

function BoardCount() {
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const boards = Number(valueAt(document, "tread.boards") ?? 1);
  return (
    <span className="phrase stepper" role="group" aria-label={say("field.boards")}>
      <button type="button" aria-label="−1" disabled={boards <= 1} onClick={() => keeper.change("tread.boards", boards - 1)}>
        −
      </button>
      <b>{boards}</b>
      <button type="button" aria-label="+1" disabled={boards >= 9} onClick={() => keeper.change("tread.boards", boards + 1)}>
        +
      </button>
    </span>
  );
}

/** From boards in the van or a going typed; what the other way held is kept out of the document. */
function TreadMode({ byGoing }: { byGoing: boolean }) {
  const document = useWork((state) => state.document);
  const screen = useWork((state) => state.screen);
  const keeper = useWork((state) => state.keeper);
  const job = useWork((state) => state.job);
  const say = useWords();
  const tread = (valueAt(document, "tread") ?? {}) as Record<string, unknown>;
  const toGoing = () => {
    const reading = screen?.facts.find((fact) => fact.id === "going");
    keeper.change("tread", { ...omit(tread, ["boards", "board_width", "gap"]), going: reading ? reading.text : "10\"" });
  };
  const toBoards = () => {
    keeper.change("tread", { ...omit(tread, ["going"]), boards: 2, ...usual(job.units, "tread.boards") });
  };
  return (
    <Choice
      label={say("work_out.treads")} chosen={byGoing ? "going" : "boards"} className="phrase"
      answers={[{ id: "boards", text: say("work_out.by_boards") }, { id: "going", text: say("work_out.by_going") }]}
      onChoose={(how) => (how === "going" ? toGoing() : toBoards())}
    />
  );
}

/** Which school counts the risers; choosing a candidate makes it one's own count. */
function SchoolChoice() {
  const document = useWork((state) => state.document);
  const job = useWork((state) => state.job);
  const screen = useWork((state) => state.screen);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const riser = (valueAt(document, "riser") ?? {}) as Record<string, unknown>;
  const school = "at_most" in riser ? "fewest" : "target" in riser ? "comfort" : "count";
  const count = screen?.candidates.find((one) => one.chosen)?.count ?? 7;
  return (
    <>
      <Choice
        label={say("work_out.school")} chosen={school} className="phrase"
        answers={(["fewest", "comfort", "count"] as const).map((one) => ({ id: one, text: say(`work_out.school_${one}`) }))}
        onChoose={(one) => keeper.change("riser", { fewest: { at_most: usual(job.units, "riser.at_most") }, comfort: { target: usual(job.units, "riser.target") }, count: { count } }[one])}
      />
      {school === "fewest" && (
        <span className="phrase">
          {say("field.at_most_within")} <TapeField path="riser.at_most" label={say("field.at_most")} />
        </span>
      )}
      {school === "comfort" && (
        <span className="phrase">
          {say("field.target_within")} <TapeField path="riser.target" label={say("field.target")} />
        </span>
      )}
    </>
  );
}
