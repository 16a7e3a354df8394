/** What to buy, with a made-up yard to ask: what is there, what comes later, what it has instead. */
import { useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { api } from "../../api/client";
import type { CutPlan, OrderLine } from "../../api/types";
import { usePreferences } from "../../app/preferences";
import { Figure, TapeText } from "../../shared/TapeText";
import { useWords } from "../../words/words";
import type { usePlan } from "./usePlan";
import { useWork } from "../../shared/work/WorkContext";

type Plans = ReturnType<typeof usePlan>;

export function Buying({ plan, plans }: { plan: CutPlan; plans: Plans }) {
  const say = useWords();
  const priced = plan.buying.some((row) => row.cost !== null);
  const total = plan.buying.reduce((sum, row) => sum + (row.cost ?? 0), 0);
  return (
    <>
      <table className="cut-table">
        <thead><tr><th scope="col">{say("cut.what")}</th><th scope="col">{say("stair.count")}</th><th scope="col">{say("stair.length")}</th>{priced && <th scope="col">{say("cut.cost")}</th>}</tr></thead>
        <tbody>
          {plan.buying.map((row, at) => (
            <tr key={at}>
              <th scope="row"><TapeText text={row.what} /></th>
              <td className="figure">{row.count}</td>
              <td>{row.length && <Figure value={row.length} />}</td>
              {priced && <td className="figure">{row.cost?.toFixed(2)}</td>}
            </tr>
          ))}
        </tbody>
        {priced && <tfoot><tr><th scope="row" colSpan={3}>{say("cut.total")}</th><td className="figure"><b>{total.toFixed(2)}</b></td></tr></tfoot>}
      </table>
      <Yard plan={plan} plans={plans} />
      {plan.alternatives.length > 0 && (
        <section className="cut-section">
          <h3>{say("cut.alternatives")}</h3>
          <ul className="cut-alternatives">{plan.alternatives.map((one) => <li key={one}><TapeText text={one} /></li>)}</ul>
        </section>
      )}
    </>
  );
}

function Yard({ plan, plans }: { plan: CutPlan; plans: Plans }) {
  const job = useWork((state) => state.job);
  const say = useWords();
  const words = usePreferences();
  const [seed, setSeed] = useState<number | null>(null);
  const [ordered, setOrdered] = useState<readonly string[]>([]);
  const asked = plan.buying.filter((row) => row.length);
  const lines = asked.flatMap((row) => (row.length ? [{ thickness: row.thickness, depth: row.depth, length: row.length.mm, count: row.count }] : []));
  const { data: offers } = useQuery({
    queryKey: ["yard", job.id, seed, lines],
    queryFn: () => api.yard(job.id, { seed: seed ?? 1, lines }, words),
    enabled: seed !== null && lines.length > 0,
    staleTime: Infinity,
  });
  const order = (key: string, line: OrderLine) => {
    setOrdered((old) => [...old, key]);
    void plans.act(() => api.order(job.id, [line]), false);
  };
  const ask = (next: number) => {
    setSeed(next);
    setOrdered([]);
  };
  const button = (key: string, line: OrderLine | null, said: string) =>
    line && <button type="button" disabled={ordered.includes(key)} onClick={() => order(key, line)}>{ordered.includes(key) ? say("yard.is_ordered") : said}</button>;
  return (
    <section className="cut-section" aria-labelledby="yard-title">
      <h3 id="yard-title">{say("yard.title")}</h3>
      {plan.orders.length > 0 && (
        <ul className="yard-orders" aria-label={say("yard.waiting")}>
          {plan.orders.map((one) => (
            <li key={one.id}>
              <TapeText text={one.say} />
              <button type="button" onClick={() => void plans.act(() => api.orderCame(one.id, true), true)}>{say("yard.came")}</button>
              <button type="button" onClick={() => void plans.act(() => api.orderCame(one.id, false), false)}>{say("yard.drop")}</button>
            </li>
          ))}
        </ul>
      )}
      <p className="yard-ask">
        <button type="button" className="start-here" onClick={() => ask((seed ?? 0) + 1)}>{say(seed === null ? "yard.ask" : "yard.other")}</button>
        {offers && <span className="quiet">{offers.note}</span>}
      </p>
      {offers && seed !== null && (
        <table className="cut-table">
          <thead><tr><th scope="col">{say("cut.what")}</th><th scope="col">{say("yard.says")}</th><th scope="col">{say("cut.cost")}</th><th scope="col">{say("yard.order")}</th></tr></thead>
          <tbody>
            {offers.offers.map((one, at) => (
              <tr key={at}>
                <th scope="row"><TapeText text={asked[at]?.what ?? ""} />, <Figure value={one.length} /></th>
                <td>
                  {one.say}
                  {one.instead.map((other) => <small key={other.say}><TapeText text={other.say} /></small>)}
                </td>
                <td className="figure">{one.cost.toFixed(2)}</td>
                <td><div className="yard-buttons">
                  {button(`${at}-now`, one.now, say("yard.now", { n: one.now?.count ?? 0 }))}
                  {button(`${at}-later`, one.later, say("yard.later", { n: one.later?.count ?? 0 }))}
                  {one.instead.slice(0, 1).map((other) => button(`${at}-instead`, other.line, say("yard.instead", { n: other.line.count })))}
                </div></td>
              </tr>
            ))}
          </tbody>
          <tfoot><tr><th scope="row" colSpan={2}>{say("cut.total")}</th><td className="figure"><b>{offers.total.toFixed(2)}</b></td><td /></tr></tfoot>
        </table>
      )}
    </section>
  );
}
