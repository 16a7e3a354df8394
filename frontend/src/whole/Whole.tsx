/** The whole in 3D: turn it, tap a piece to lay it on the horses, show one kind, step through the assembly. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import type { Whole as WholeAnswer } from "../api/types";
import { usePreferences } from "../app/preferences";
import { jobFile } from "../shared/work/useOpenWork";
import { useWords, type WordId } from "../words/words";
import { canDraw, Scene } from "./scene";
import "./whole.css";
import { useWork } from "../shared/work/WorkContext";
import { Choice } from "../shared/fields/Choice";

/** What the work hangs on and lands on: seen, but no piece of it. */
const SUPPORT = "support";
const kinds = (whole: WholeAnswer): readonly string[] => [...new Set(whole.solids.map((solid) => solid.role))].filter((role) => role !== SUPPORT);

export function Whole() {
  const job = useWork((state) => state.job);
  const settled = useWork((state) => state.settled);
  const piece = useWork((state) => state.piece);
  const work = useWork((state) => state.work);
  const say = useWords();
  const navigate = useNavigate();
  const { dialect, fine, theme } = usePreferences();
  const shown = useWork((state) => state.document);
  const file = useMemo(() => jobFile(job, settled.document, shown), [job, settled, shown]);
  const whole = useQuery({
    queryKey: ["whole", file, dialect, fine],
    queryFn: ({ signal }) => api.whole(file, { dialect, fine }, signal),
    placeholderData: (before) => before,
    staleTime: Infinity,
    gcTime: 30_000,
  });
  const place = useRef<HTMLDivElement>(null);
  const scene = useRef<Scene | null>(null);
  const [kind, setKind] = useState("");
  const [step, setStep] = useState<number | null>(null);
  const [picked, setPicked] = useState("");
  const [able] = useState(canDraw);
  useEffect(() => {
    if (!place.current) return;
    scene.current = new Scene(place.current, setPicked);
    return () => {
      scene.current?.dispose();
      scene.current = null;
    };
  }, [theme]);
  const roles = useMemo(() => (whole.data ? kinds(whole.data) : []), [whole.data]);
  const solids = useMemo(() => {
    const all = whole.data?.solids ?? [];
    if (kind) return all.filter((solid) => solid.role === kind);
    return step === null ? all : all.filter((solid) => roles.indexOf(solid.role) <= step);
  }, [whole.data, kind, step, roles]);
  useEffect(() => scene.current?.show(solids), [solids, theme]);
  const title = whole.data?.solids.find((solid) => solid.id === picked && solid.role !== SUPPORT)?.title;
  if (!able) return <p className="quiet">{say("whole.unable")}</p>;
  return (
    <div className="whole">
      <div ref={place} className="whole-scene" role="img" aria-label={say("roof.whole")} />
      <div className="whole-tools">
        <Choice
          label={say("whole.kinds")} chosen={kind}
          answers={["", ...roles].map((one) => ({ id: one, text: say(`role.${one || "all"}` as WordId) }))}
          onChoose={setKind}
        />
        <span className="switch" role="group" aria-label={say("whole.steps")}>
          <button type="button" onClick={() => setStep((now) => Math.max(0, (now ?? roles.length) - 1))}>
            {say("whole.back")}
          </button>
          <button type="button" onClick={() => setStep((now) => (now === null || now + 1 >= roles.length ? null : now + 1))}>
            {say("whole.on")}
          </button>
        </span>
        <span className="switch" role="group" aria-label={say("whole.turn")}>
          <button type="button" aria-label={say("whole.left")} onClick={() => scene.current?.turn(-1)}>
            ‹
          </button>
          <button type="button" aria-label={say("whole.right")} onClick={() => scene.current?.turn(1)}>
            ›
          </button>
        </span>
        {title && (
          <button
            type="button" className="start-here"
            onClick={() => {
              piece(picked);
              void navigate(`/work/${work.id}/mark`);
            }}
          >
            {say("whole.open", { piece: title })}
          </button>
        )}
      </div>
    </div>
  );
}
