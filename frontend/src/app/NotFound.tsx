import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useWords } from "../words/words";

export function NotFound() {
  const say = useWords();
  return (
    <main className="lonely">
      <h1>{say("app.not_found")}</h1>
      <Button component={Link} to="/" variant="contained">
        {say("app.to_bench")}
      </Button>
    </main>
  );
}
