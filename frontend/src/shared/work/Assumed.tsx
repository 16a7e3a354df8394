/** What a work was begun with and nobody measured yet: answered at Measure, told wherever it is cut by. */
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useWords } from "../../words/words";
import { TapeText } from "../TapeText";
import { useWork } from "./WorkContext";

/** Each one with its answer. */
export function AssumedCard() {
  const screen = useWork((state) => state.screen);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const all = screen?.assumed ?? [];
  if (all.length === 0) return null;
  return (
    <section className="assumed" aria-labelledby="assumed-title">
      <h2 id="assumed-title">{say("assumed.title")}</h2>
      <p className="quiet">{say("assumed.say")}</p>
      <ul>
        {all.map((one) => (
          <li key={one.key}>
            <span className="assumed-text" id={`assumed-${one.key}`}><TapeText text={one.text} /></span>
            <Button size="small" aria-describedby={`assumed-${one.key}`} onClick={() => keeper.change(`assumed.${one.key}`, undefined)}>
              {say("assumed.so")}
            </Button>
          </li>
        ))}
      </ul>
      {all.length > 1 && <Button onClick={() => keeper.change("assumed", undefined)}>{say("assumed.all_so")}</Button>}
    </section>
  );
}

/** The same in one line, with the way to Measure. */
export function AssumedLine() {
  const screen = useWork((state) => state.screen);
  const work = useWork((state) => state.work);
  const say = useWords();
  const all = screen?.assumed ?? [];
  if (all.length === 0) return null;
  return (
    <Alert
      severity="warning" className="assumed-line"
      action={<Button component={Link} to={`/work/${work.id}/measure`} color="inherit" size="small">{say("assumed.go")}</Button>}
    >
      {say("assumed.here")} <TapeText text={all.map((one) => one.text).join("; ")} />
    </Alert>
  );
}
