/** Plate and ridge set out from one marked lath: every rafter's near side from the chosen end. */
import { useState } from "react";
import type { Fascia, Roof } from "../../api/types";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";
import { Choice } from "../../shared/fields/Choice";

const WIDE = 1000;
const HIGH = 34;

export function SettingOut({ roof }: { roof: Roof }) {
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const [open, setOpen] = useState(false);
  const { places, length, thickness } = roof.setting_out;
  const scale = WIDE / length.mm;
  return (
    <section className="setting-out">
      <button type="button" className="more" aria-expanded={open} onClick={() => setOpen(!open)}>
        {say("mark.setting_out", { n: places.length })}
      </button>
      {open && (
        <>
          {roof.setting_out.ways.length > 0 && <div className="ways">
            <Choice
              label={say("mark.first_bay")} chosen={roof.setting_out.ways.find((way) => way.chosen)?.id}
              answers={roof.setting_out.ways.map((way) => ({ id: way.id, text: <>{way.name} <small>{say("mark.last_bay")} <Figure value={way.last} /></small></> }))}
              onChoose={(id) => keeper.change("setting_out.first_bay", id)}
            />
            <Choice
              label={say("mark.hooked")} chosen={roof.setting_out.hooked}
              answers={(["first_end", "second_end"] as const).map((end) => ({ id: end, text: say(`mark.${end}`) }))}
              onChoose={(end) => keeper.change("setting_out.hooked", end)}
            />
          </div>}
          <p className="quiet">
            <TapeText text={roof.setting_out.say} />
          </p>
          {roof.setting_out.laths.length > 0 ? roof.setting_out.laths.map((lath) => <Plate key={lath.title} lath={lath} />) : (
            <>
              <svg viewBox={`-4 -4 ${WIDE + 8} ${HIGH + 8}`} role="img" aria-label={say("mark.setting_out", { n: places.length })}>
                <rect className="layer-wood" width={WIDE} height={HIGH} />
                {places.map((place) => (
                  <rect key={place.number} className="layer-framing" x={(place.centre - thickness / 2) * scale} width={Math.max(2, thickness * scale)} height={HIGH} />
                ))}
              </svg>
              <ol className="lath">
                {places.map((place) => (
                  <li key={place.number}>
                    <span>{place.number}</span> <Figure value={place.at} />
                  </li>
                ))}
              </ol>
            </>
          )}
          {roof.setting_out.lookouts.length > 0 && (
            <div className="fascia-lath">
              <p className="quiet">{say("mark.lookouts")}</p>
              <ol className="lath">
                {roof.setting_out.lookouts.map((place) => (
                  <li key={place.mm}>
                    <Figure value={place} />
                  </li>
                ))}
              </ol>
            </div>
          )}
          {roof.setting_out.fascia && <FasciaLath fascia={roof.setting_out.fascia} />}
        </>
      )}
    </section>
  );
}

type Lath = Roof["setting_out"]["laths"][number];

/** A plate or a ridge with all that stands along it, each piece by its near side. */
function Plate({ lath }: { lath: Lath }) {
  const scale = WIDE / lath.length.mm;
  return (
    <div className="fascia-lath">
      <h3>
        {lath.title}: <Figure value={lath.length} />
      </h3>
      <svg viewBox={`-4 -4 ${WIDE + 8} ${HIGH + 8}`} aria-hidden="true">
        <rect className="layer-wood" width={WIDE} height={HIGH} />
        {lath.stands.map((one) => (
          <rect key={one.near} className="layer-framing" x={one.near * scale} width={Math.max(2, (one.far - one.near) * scale)} height={HIGH} />
        ))}
      </svg>
      <ol className="lath named">
        {lath.stands.map((one) => (
          <li key={one.near}>
            <Figure value={one.at} /> <small>{one.title}</small>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** The fascia as a long board: its pieces with their splices, and the rafters' near sides along each from its own start. */
function FasciaLath({ fascia }: { fascia: Fascia }) {
  const say = useWords();
  const scale = WIDE / fascia.length.mm;
  return (
    <div className="fascia-lath">
      <h3>{say("mark.fascia")}</h3>
      {fascia.say.map((line) => (
        <p key={line} className="quiet">
          <TapeText text={line} />
        </p>
      ))}
      <svg viewBox={`-4 -4 ${WIDE + 8} ${HIGH + 8}`} role="img" aria-label={say("mark.fascia")}>
        {fascia.pieces.map((piece) => (
          <g key={piece.start}>
            <rect className="layer-finish" x={piece.start * scale} width={piece.length.mm * scale} height={HIGH} />
            {piece.marks.map((mark) => (
              <path key={mark.mm} className="tick" d={`M${(piece.start + mark.mm) * scale} 0v${HIGH}`} />
            ))}
          </g>
        ))}
      </svg>
      {fascia.pieces.map((piece, number) => (
        <div key={piece.start}>
          <h4>
            {say("mark.fascia_piece", { n: number + 1 })} <Figure value={piece.length} />
          </h4>
          <ol className="lath">
            {piece.marks.map((mark) => (
              <li key={mark.mm}>
                <Figure value={mark} />
              </li>
            ))}
          </ol>
        </div>
      ))}
    </div>
  );
}
