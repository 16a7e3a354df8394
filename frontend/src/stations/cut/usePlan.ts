/** The cutting plan of what is still to cut, and what is kept beside it. A tick leaves the plan on the screen as it is. */
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { api, Refused, type Ways, type Words } from "../../api/client";
import type { CutBoard, CutKept, CutPlan, CutSection, JobFile } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { useAside } from "../../shared/work/useAside";
import { newToken, useMaking } from "../../shared/work/useMaking";
import { useWords } from "../../words/words";
import { useWork } from "../../shared/work/WorkContext";

export function usePlan(ways: Ways) {
  const work = useWork((state) => state.work);
  const say = useWords();
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const [failed, setFailed] = useState("");
  const name = `cut-${ways.scope}-${String(ways.edgeFree)}-${String(ways.faceGiven)}-${String(ways.scarfed)}-${String(ways.others)}-${work.id}`;
  const [token, setToken] = useState("");
  const ask = useCallback((file: JobFile, words: Words, signal?: AbortSignal) => {
    const fresh = newToken();
    setToken(fresh);
    return api.cutPlan(work.id, file, words, ways, fresh, signal);
  }, [work.id, ways]);
  const quickly = useCallback((file: JobFile, words: Words, signal?: AbortSignal) => api.cutPlan(work.id, file, words, { ...ways, others: false }, "", signal), [work.id, ways]);
  const found = useAside(name, ask);
  // A plain good plan at once, while a cheaper one is looked for.
  const quick = useAside(`cut-quick-${name}`, quickly);
  const settled = found.data && !found.isPlaceholderData;
  const plan = settled ? found.data : quick.data && !quick.isPlaceholderData ? quick.data : (found.data ?? quick.data);
  const isError = found.isError && quick.isError;

  /** Do something that is kept, then take its outcome in: beside the plan, or with a plan made anew. */
  const act = async (change: () => Promise<unknown>, anew: boolean, also?: (old: CutPlan) => CutPlan) => {
    setFailed("");
    try {
      await change();
      // A plan still in the making was asked for before this.
      if (anew || !settled) await queries.invalidateQueries({ predicate: (query) => String(query.queryKey[0]).startsWith("cut-") });
      else {
        const kept: CutKept = await api.cutKept(work.id, ways.scope, { dialect, fine });
        queries.setQueriesData<CutPlan>({ queryKey: [name] }, (old) => old && { ...(also?.(old) ?? old), ...kept });
      }
    } catch (error) {
      setFailed(error instanceof Refused ? error.message : say("app.failed"));
      await queries.invalidateQueries({ queryKey: [name] });
    }
  };

  const cut = (section: CutSection, board: CutBoard) => {
    if (!plan) return Promise.resolve();
    const pieces = board.laid.map((one) => ({ work_id: one.work_id, piece: one.piece, title: one.title, shape: one.shape, start: board.start + one.start, stop: board.start + one.stop }));
    const body = { thickness: section.thickness, depth: section.depth, length: board.whole, rack: board.rack, kerf: plan.kerf, pieces };
    // What is left of a board on hand lies elsewhere now: that is planned anew.
    return act(() => api.boardCut(work.id, body), board.rack !== "", (old) => ({ ...old, sections: old.sections.map((one) => (one.id === section.id ? without(one, board) : one)) }));
  };
  const looking = found.isFetching && !settled;
  const making = useMaking(looking ? token : "");
  const stop = () => void api.stopMaking(token);
  return { plan, isError, failed, act, cut, looking, making, stop };
}

const without = (section: CutSection, board: CutBoard): CutSection => ({
  ...section,
  boards: section.boards.flatMap((one) => (one.key !== board.key ? [one] : one.count > 1 ? [{ ...one, count: one.count - 1 }] : [])),
});
