/** The limit sets there are: the shipped ones, and the shop's own made from them. */
import type { Schemas } from "../../api/types";
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { api } from "../../api/client";
import { usePreferences } from "../../app/preferences";
import { useWords } from "../../words/words";

type Shipped = Schemas["NewLimitSetBody"]["base"];
const isShipped = (id: string): id is Shipped => !id.startsWith("own-");

export function LimitSets({ sets }: { sets: readonly { id: string; name: string }[] }) {
  const say = useWords();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { dialect, fine } = usePreferences();
  const make = useMutation({
    mutationFn: ({ base, name }: { base: Shipped; name: string }) => api.newLimitSet(name, base, { dialect, fine }),
    onSuccess: (made) => {
      void queries.invalidateQueries({ queryKey: ["shop"] });
      void navigate(`/limits/${made.limit_set.id}`);
    },
  });
  return (
    <section id="limits" aria-labelledby="limits-title">
      <h2 id="limits-title">{say("settings.limits")}</h2>
      <p>{say("settings.limits_say")}</p>
      <ul className="limit-sets">
        {sets.map(({ id, name }) => (
          <li key={id}>
            <Link to={`/limits/${id}`}>{name}</Link>
            {isShipped(id) && (
              <Button disabled={make.isPending} onClick={() => make.mutate({ base: id, name: say("limits.own_name") })}>
                {say("limits.make_own")}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {make.error && (
        <p className="said error" role="alert">
          {make.error.message}
        </p>
      )}
    </section>
  );
}
