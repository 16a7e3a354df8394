/** What is checked once the work stands: each with what it should read, what was read, and what is done about it. */
import Accordion from "@mui/material/Accordion";
import AccordionDetails from "@mui/material/AccordionDetails";
import AccordionSummary from "@mui/material/AccordionSummary";
import { api } from "../../api/client";
import { LevelSign } from "../../shared/LevelSign";
import { TapeField } from "../../shared/fields/TapeField";
import { TapeText } from "../../shared/TapeText";
import { useAside } from "../../shared/work/useAside";
import { useWords } from "../../words/words";

export function Assembled() {
  const say = useWords();
  const { data } = useAside("assembled", api.assembled);
  if (!data || data.rows.length === 0) return null;
  return (
    <Accordion disableGutters className="fit-piece" slotProps={{ heading: { component: "h2" } }}>
      <AccordionSummary expandIcon={<span aria-hidden="true">▾</span>}>
        <span>
          {say("fit.assembled")}<br />
          <span className="quiet">{data.said}</span>
        </span>
      </AccordionSummary>
      <AccordionDetails>
        <ul className="assembled">
          {data.rows.map((one) => (
            <li key={one.id}>
              <h3><TapeText text={one.what} /></h3>
              <p className="quiet">{one.how}</p>
              <p><TapeText text={one.should} /></p>
              <TapeField path={`assembled.${one.id}`} label={one.what} missing={say("fit.not_read")} />
              <div role="status">
                {one.level !== "" && <p><LevelSign level={one.level === "ok" ? "ok" : "look"} /> <TapeText text={one.said} /></p>}
                {one.remedy !== "" && <p><TapeText text={one.remedy} /></p>}
              </div>
            </li>
          ))}
        </ul>
      </AccordionDetails>
    </Accordion>
  );
}
