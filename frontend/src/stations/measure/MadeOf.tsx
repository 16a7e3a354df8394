/** What the flight is made of: the boards in the van, in the order they are looked at. */
import { TapeField } from "../../shared/fields/TapeField";
import { useWords, type WordId } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

const rows: readonly (readonly [string, WordId])[] = [
  ["stock.thickness", "field.stock_thickness"],
  ["stock.depth", "field.stock_depth"],
  ["stock.length", "field.stock_length"],
  ["tread.thickness", "field.tread_thickness"],
  ["riser_board", "field.riser_board"],
  ["width", "field.width"],
  ["stringer_spacing", "field.stringer_spacing"],
];

const roofRows: typeof rows = [
  ["rafter.thickness", "field.rafter_thickness"],
  ["rafter.depth", "field.rafter_depth"],
  ["rafter.length", "field.rafter_length"],
  ["ridge.length", "field.ridge_length"],
  ["rafter.spacing", "field.rafter_spacing"],
  ["eaves.fascia", "field.fascia"],
  ["eaves.fascia_depth", "field.fascia_depth"],
  ["eaves.board_length", "field.board_length"],
  ["eaves.verge", "field.verge"],
  ["plan.plate", "field.plate"],
  ["plan.wall_height", "field.wall_height"],
  ["setting_out.sheet", "field.sheet"],
];
const OPTIONAL = /^(stock|rafter|ridge)\.length$|fascia_depth$|board_length$|wall_height$|sheet$|plate$|spacing$/;

export function MadeOf() {
  const document = useWork((state) => state.document);
  const say = useWords();
  const roof = document["kind"] === "roof";
  return (
    <section aria-labelledby="made-of">
      <h2 id="made-of">{say("measure.made_of")}</h2>
      <ul className="field-rows">
        {(roof ? roofRows : rows).map(([path, word]) => (
          <li key={path}>
            <TapeField path={path} label={say(word)} labelled
              {...(OPTIONAL.test(path) ? { missing: say("measure.not_known") } : {})}
              {...(path === "riser_board" ? { missing: say("field.none") } : {})}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
