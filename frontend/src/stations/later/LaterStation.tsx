import { useWords } from "../../words/words";

/** A station that is not built yet says so. */
export function LaterStation({ station }: { station: "cut" | "fit" }) {
  const say = useWords();
  return (
    <section className="to-come">
      <svg viewBox="0 0 240 70" aria-hidden="true">
        <path className="layer-theory" d="M4 20h232v34H4z" />
        <path className="layer-theory" d="M60 20l14 22 30-22M120 20l14 22 30-22" />
      </svg>
      <h2>{say(`later.${station}`)}</h2>
      <p>{say(`later.${station}_say`)}</p>
    </section>
  );
}
