/** The settings that hold for this work, and where each comes from: the shop, this job, or as usual. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { Link } from "react-router";
import { TapeText } from "../shared/TapeText";
import type { WorkState } from "../shared/useWork";
import { useWords } from "../words/words";

export function SettledSheet({ state, open, onClose }: { state: WorkState; open: boolean; onClose: () => void }) {
  const say = useWords();
  const rows = state.settled.rows.filter((row) => row.used);
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="settled-title" fullWidth>
      <DialogTitle id="settled-title">{say("settings.here")}</DialogTitle>
      <DialogContent tabIndex={0}>
        <dl className="origins">
          {rows.map((row) => (
            <div key={row.key} className={row.origin}>
              <dt>{row.title}</dt>
              <dd>
                <TapeText text={row.answer} />
              </dd>
              <dd>{row.said}</dd>
            </div>
          ))}
          {state.screen && (
            <div className={state.job.limits_document ? "job" : "usual"}>
              <dt>{say("settings.limits")}</dt>
              <dd>{state.screen.limits}</dd>
              <dd>{say(state.job.limits_document ? "settings.from_job" : "settings.from_usual")}</dd>
            </div>
          )}
        </dl>
      </DialogContent>
      <DialogActions>
        <Button component={Link} to={`/job/${state.job.id}/settings`}>
          {say("settings.change_for_job")}
        </Button>
        <Button onClick={onClose} variant="contained">
          {say("app.close")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
