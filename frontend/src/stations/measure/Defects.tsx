/** Cracks and knots of the board a pattern comes from, to be dodged. */
import { Offered, isThere } from "../../shared/fields/Extras";
import { useWords } from "../../words/words";
import { Rows } from "./Rows";
import { column, optional } from "./columns";
import { useWork } from "../../shared/work/WorkContext";
import { usual } from "../../words/usual";

export function Defects({ path }: { path: string }) {
  const job = useWork((state) => state.job);
  const document = useWork((state) => state.document);
  const keeper = useWork((state) => state.keeper);
  const say = useWords();
  const fresh = usual(job.units, "defects");
  const there = isThere(document, path);
  const faces = (["through", "near", "far"] as const).map((id) => ({ id, name: say(`around.face_${id}`) }));
  return (
    <Offered label={say("around.defects")} there={there} onChange={() => keeper.change(path, there ? undefined : [fresh])}>
      <Rows path={path} title="around.defects" said="around.defects_say" fresh={fresh}
        columns={[column("start", say("around.defect_start")), column("stop", say("around.defect_stop")), optional("top", say("around.defect_top")), column("deep", say("around.defect_deep")), { ...column("face", say("around.defect_face")), answers: faces, read: (value) => (typeof value === "string" ? value : "through") }]}
      />
    </Offered>
  );
}
