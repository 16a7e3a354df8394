/** The settings of a shop, or what a job differs in: one form, from what the server says there is to choose. */
import type { ReactNode } from "react";
import type { ChoiceGroup, Document } from "../../api/types";
import { useWords, type Say } from "../../words/words";
import { ChoiceField, HabitField } from "./ChoiceField";
import { RowsField, type Column } from "../../shared/fields/RowsField";
import { TypedField } from "../../shared/fields/TypedField";
import { SquareField } from "./SquareField";
import type { SettingsState } from "./useSettings";

interface Props {
  state: SettingsState;
  groups: readonly ChoiceGroup[];
  /** What stands where nothing is chosen here: as usual for the shop, as in the shop for a job. */
  otherwise: Document;
  inJob: boolean;
}

const dialects = ["north_america", "britain_ireland", "australia_new_zealand"] as const;
const text = (value: unknown): string => (typeof value === "string" || typeof value === "number" ? String(value) : "");
/** A yes or no as the id of its answer. */
export const yesNo = (value: unknown): string | undefined => (typeof value === "boolean" ? String(value) : undefined);
const plain = { read: text, write: (typed: string) => typed };
const number = { read: text, write: (typed: string) => (typed !== "" && Number.isFinite(Number(typed)) ? Number(typed) : typed || undefined) };
const list = {
  read: (value: unknown) => (Array.isArray(value) ? value.join(", ") : ""),
  write: (typed: string) => typed.split(",").map((one) => one.trim()).filter(Boolean),
};

const saws = (say: Say): readonly Column[] => [
  { key: "name", label: say("settings.saw_name"), wide: true, ...plain },
  { key: "tilt", label: say("settings.saw_tilt"), ...number },
  { key: "depth", label: say("settings.saw_depth"), ...plain },
  {
    key: "blade", label: say("settings.saw_blade"), ...plain,
    answers: [{ id: "left", name: say("settings.left") }, { id: "right", name: say("settings.right") }],
  },
];
const stock = (say: Say): readonly Column[] => [
  { key: "name", label: say("settings.stock_name"), wide: true, ...plain },
  { key: "thickness", label: say("settings.stock_thickness"), ...plain },
  { key: "depth", label: say("settings.stock_depth"), ...plain },
  { key: "lengths", label: say("settings.stock_lengths"), wide: true, ...list },
  { key: "price", label: say("settings.stock_price"), ...number },
];

export function SettingsForm({ state, groups, otherwise, inJob }: Props) {
  const say = useWords();
  const { chosen, errors } = state;
  const habits = (chosen["habits"] ?? {}) as Record<string, string>;
  const elsewhere = otherwise["habits"] as Record<string, string>;
  const first: Record<string, ReactNode> = {
    words: (
      <>
        <ChoiceField
          title={say("settings.dialect")} answers={dialects.map((id) => ({ id, name: say(`settings.${id}`) }))} inJob={inJob}
          chosen={chosen["dialect"] as string | undefined} otherwise={String(otherwise["dialect"])} onChoose={(one) => state.change("dialect", one)}
        />
        <ChoiceField
          title={say("settings.fine")} inJob={inJob}
          answers={[{ id: "false", name: say("settings.fine_no") }, { id: "true", name: say("settings.fine_yes") }]}
          chosen={yesNo(chosen["fine"])} otherwise={String(otherwise["fine"])}
          onChoose={(one) => state.change("fine", one === null ? null : one === "true")}
        />
      </>
    ),
    square: (
      <SquareField
        chosen={chosen["square"] as Document | undefined} otherwise={otherwise["square"] as Document} inJob={inJob} errors={errors}
        onChange={(square) => state.change("square", square)}
      />
    ),
    cutting: (
      <>
        <div className="typed-row">
          {(["kerf", "trim", "bag"] as const).map((key) => (
            <TypedField
              key={key} label={say(`settings.${key}`)} value={text(chosen[key] ?? otherwise[key])} placeholder={say("settings.as_usual")}
              error={errors.find((one) => one.path.startsWith(key))?.sentence}
              onCommit={(typed) => state.change(key, typed === "" ? null : key === "bag" && Number.isFinite(Number(typed)) ? Number(typed) : typed)}
            />
          ))}
        </div>
        <RowsField
          title={say("settings.saws")} say={say("settings.saws_say")} path="saws" columns={saws(say)} errors={errors}
          fresh={{ name: say("settings.saw_fresh"), tilt: 45, depth: "65 mm", blade: "left" }}
          rows={(chosen["saws"] ?? (inJob ? [] : otherwise["saws"])) as Document[]} onChange={(rows) => state.change("saws", rows.length || !inJob ? rows : null)}
        />
        <RowsField
          title={say("settings.stock")} say={say("settings.stock_say")} path="stock" columns={stock(say)} errors={errors}
          fresh={{ name: say("settings.stock_fresh"), thickness: "38 mm", depth: "235 mm", lengths: ["3600 mm"] }}
          rows={(chosen["stock"] ?? (inJob ? [] : otherwise["stock"])) as Document[]} onChange={(rows) => state.change("stock", rows.length || !inJob ? rows : null)}
        />
      </>
    ),
  };
  return (
    <>
      {groups.map((group) => (
        <section key={group.id} id={group.id} aria-labelledby={`${group.id}-title`}>
          <h2 id={`${group.id}-title`}>{group.name}</h2>
          {first[group.id]}
          {group.choices
            .filter((choice) => !(inJob && choice.id === "units"))
            .map((choice) => (
              <HabitField
                key={choice.id} choice={choice} inJob={inJob} chosen={habits[choice.id]} otherwise={elsewhere[choice.id] ?? ""}
                onChoose={(answer) => state.habit(choice.id, answer)}
              />
            ))}
        </section>
      ))}
    </>
  );
}
