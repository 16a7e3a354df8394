/** Which square lies on the board; own sizes are typed. */
import type { Document, FieldError } from "../../api/types";
import { textAt } from "../../shared/work/document";
import { useWords } from "../../words/words";
import { ChoiceField } from "./ChoiceField";
import { TypedField } from "../../shared/fields/TypedField";

interface Props {
  chosen: Document | undefined;
  otherwise: Document;
  inJob: boolean;
  errors: readonly FieldError[];
  onChange: (square: Document | null) => void;
}

const kinds = ["imperial", "metric", "own"] as const;
const sizes = ["body", "tongue", "body_width", "tongue_width"] as const;
const OWN = { kind: "own", body: '24"', tongue: '16"', body_width: '2"', tongue_width: '1 1/2"' };

export function SquareField({ chosen, otherwise, inJob, errors, onChange }: Props) {
  const say = useWords();
  return (
    <>
      <ChoiceField
        title={say("settings.square")}
        answers={kinds.map((id) => ({ id, name: say(`settings.square_${id}`) }))}
        chosen={chosen?.["kind"] as string | undefined}
        otherwise={String(otherwise["kind"])}
        inJob={inJob}
        onChoose={(kind) => onChange(kind === null ? null : kind === "own" ? OWN : { kind })}
      />
      {chosen?.["kind"] === "own" && (
        <div className="typed-row">
          {sizes.map((size) => (
            <TypedField
              key={size}
              label={say(`settings.square_${size}`)}
              value={textAt(chosen, size)}
              error={errors.find((one) => one.path === `square.${size}`)?.sentence}
              onCommit={(text) => onChange({ ...chosen, [size]: text || undefined })}
            />
          ))}
        </div>
      )}
    </>
  );
}
