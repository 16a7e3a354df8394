/** Text with its fractions set as fractions, and the qualifier small beside the figure. */
import type { Shown } from "../api/types";
import { typeset } from "./typeset";

export function TapeText({ text }: { text: string }) {
  return <>{typeset(text)}</>;
}

export function Figure({ value, className }: { value: Pick<Shown, "text" | "sense">; className?: string }) {
  return (
    <span className={`figure ${className ?? ""}`}>
      <TapeText text={value.text} />
      {value.sense && <span className="sense"> {value.sense}</span>}
    </span>
  );
}
