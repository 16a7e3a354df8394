/** One of a few answers: the arrow keys go from one to the next, and each says whether it is the one chosen. */
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { ReactNode } from "react";

export interface Answer<Id extends string | number> {
  readonly id: Id;
  readonly text: ReactNode;
  readonly disabled?: boolean;
}

interface Props<Id extends string | number> {
  /** What is being chosen, for whoever cannot see it. */
  label: string;
  answers: readonly Answer<Id>[];
  chosen: unknown;
  /** Called when another one is chosen. */
  onChoose: (id: Id) => void;
  className?: string;
}

export function Choice<Id extends string | number>({ label, answers, chosen, onChoose, className = "" }: Props<Id>) {
  return (
    <ToggleButtonGroup
      exclusive className={`switch ${className}`} aria-label={label} value={chosen ?? null}
      onChange={(_, id: Id | null) => {
        // Pressed again, the chosen one stays chosen.
        if (id !== null) onChoose(id);
      }}
    >
      {answers.map(({ id, text, disabled = false }) => (
        <ToggleButton key={id} value={id} disabled={disabled}>
          {text}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
