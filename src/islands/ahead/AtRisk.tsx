import { fromToday, sayDay } from '@/ui/days.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import { RiskSays } from './RiskSays.tsx';
import { useRisks } from './useRisks.ts';

/** Rows shown: the rest stand on the fortnight. */
const MOST = 6;

/** Promises the fortnight does not safely keep, days before they are due. */
export default function AtRisk({ now }: { now: number }) {
  const { risks, wrong } = useRisks();
  const says =
    wrong || (risks === null ? 'Looking two weeks ahead…' : 'None: the fortnight keeps them all.');
  return (
    <section aria-label="Promises at risk" data-risks={risks?.length}>
      <h2>Promises at risk</h2>
      {!risks?.length && (
        <p className="border-t-[1.5px] border-ink pt-2 text-soft">
          {risks ? <Verdict verdict="good">{says}</Verdict> : says}
        </p>
      )}
      {risks && risks.length > 0 && (
        <ul className="border-t-[1.5px] border-ink">
          {risks.slice(0, MOST).map((risk) => (
            <li
              key={risk.line}
              className="flex min-h-11 items-center justify-between gap-4 border-b border-rule py-1"
            >
              <span className="min-w-0">
                {risk.for}, <b>{sayDay(risk.due)}</b>{' '}
                <span className="text-sm text-soft">{fromToday(risk.due, new Date(now))}</span>
                <span className="block">
                  <RiskSays {...risk} />
                </span>
              </span>
              <a
                className="act shrink-0"
                href="/plan/ahead"
                aria-label={`The fortnight: ${risk.for}, ${sayDay(risk.due)}`}
              >
                Look
              </a>
            </li>
          ))}
        </ul>
      )}
      {risks && risks.length > MOST && (
        <p className="mt-2">
          <a href="/plan/ahead">{risks.length - MOST} more on the fortnight</a>
        </p>
      )}
    </section>
  );
}
