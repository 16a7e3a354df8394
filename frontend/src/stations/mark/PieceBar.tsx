/** The pieces that can be laid on the horses: the first few at hand, the others when asked for. */
import { useState } from "react";
import type { Piece } from "../../api/types";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

/** How many pieces have a button of their own before the others are asked for. */
const AT_HAND = 5;

interface Props {
  pieces: readonly Piece[];
  laid: string;
  /** Pieces with marks that a change has disturbed. */
  disturbed: ReadonlySet<string>;
}

export function PieceBar({ pieces, laid, disturbed }: Props) {
  const piece = useWork((state) => state.piece);
  const say = useWords();
  const [all, setAll] = useState(false);
  const shown = all ? pieces : pieces.filter((one, n) => n < AT_HAND || one.id === laid || disturbed.has(one.id));
  return (
    <div className="piece-bar">
      {shown.map((one) => (
        <button key={one.id} type="button" aria-pressed={one.id === laid} onClick={() => {
            piece(one.id);
            setAll(false);
          }}>
          {one.title} <span>{say("mark.pieces", { n: one.count })}{one.spare > 0 && ` ${say("mark.spare", { n: one.spare })}`}</span>
          {disturbed.has(one.id) && <b className="disturbed"> {say("mark.changed")}</b>}
        </button>
      ))}
      {shown.length < pieces.length && (
        <button type="button" aria-expanded={false} className="more" onClick={() => setAll(true)}>
          {say("mark.more_pieces", { n: pieces.length - shown.length })}
        </button>
      )}
    </div>
  );
}
