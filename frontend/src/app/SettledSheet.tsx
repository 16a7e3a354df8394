/** The settings that hold for this work, and where each comes from: the shop, this job, or as usual. */
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { Link } from "react-router";
import { TapeText } from "../shared/TapeText";
import { useWords } from "../words/words";
import { useWork } from "../shared/work/WorkContext";

export function SettledSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const settled = useWork((state) => state.settled);
  const screen = useWork((state) => state.screen);
  const job = useWork((state) => state.job);
  const say = useWords();
  const rows = settled.rows.filter((row) => row.used);
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
          {screen && (
            <div className={job.limits_document ? "job" : "usual"}>
              <dt>{say("settings.limits")}</dt>
              <dd>{screen.limits}</dd>
              <dd>{say(job.limits_document ? "settings.from_job" : "settings.from_usual")}</dd>
            </div>
          )}
        </dl>
      </DialogContent>
      <DialogActions>
        <Button component={Link} to={`/job/${job.id}/settings`}>
          {say("settings.change_for_job")}
        </Button>
        <Button onClick={onClose} variant="contained">
          {say("app.close")}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
