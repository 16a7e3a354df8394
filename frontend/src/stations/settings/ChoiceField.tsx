/** A preference or habit: its answers, each with who works that way; in a job also what the shop does. */
import type { Choice } from "../../api/types";
import { typeset } from "../../shared/typeset";
import { useWords } from "../../words/words";

interface Answer {
  id: string;
  name: string;
  say?: string;
}

interface Props {
  title: string;
  answers: readonly Answer[];
  /** What was chosen here, if anything was. */
  chosen: string | undefined;
  /** What stands where nothing is chosen here. */
  otherwise: string;
  /** In a job: as the shop has it may be chosen too. */
  inJob: boolean;
  used?: boolean;
  onChoose: (answer: string | null) => void;
}

export function ChoiceField({ title, answers, chosen, otherwise, inJob, used = true, onChoose }: Props) {
  const say = useWords();
  const name = `choice ${title}`;
  const other = answers.find((one) => one.id === otherwise)?.name ?? otherwise;
  return (
    <fieldset>
      <legend>{typeset(title)}</legend>
      {inJob && (
        <label>
          <input type="radio" name={name} checked={chosen === undefined} onChange={() => onChoose(null)} />
          <span>
            {say("settings.as_shop")}: <b>{typeset(other)}</b>
          </span>
        </label>
      )}
      {answers.map((one) => (
        <label key={one.id}>
          <input type="radio" name={name} checked={chosen === undefined ? !inJob && one.id === otherwise : chosen === one.id} onChange={() => onChoose(one.id)} />
          <span>
            <b>{typeset(one.name)}</b>
            {one.say && <span className="quiet"> {one.say}</span>}
          </span>
        </label>
      ))}
      {!used && <p className="said">{say("settings.not_used")}</p>}
    </fieldset>
  );
}

export const HabitField = (props: { choice: Choice } & Pick<Props, "chosen" | "otherwise" | "inJob" | "onChoose">) => {
  const { choice, ...rest } = props;
  return <ChoiceField title={choice.title} answers={choice.answers} used={choice.used} {...rest} />;
};
