import { LineBar } from '@/ui/LineBar.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import { sayReady } from '@/ui/sayReady.ts';
import { fromToday, sayDay } from '@/ui/days.ts';
import type { DueLine, Today } from '@/service/today.ts';
import { whatOf } from './what.ts';

/** Lines shown: the rest stand in the book. */
const MOST = 7;

interface RowProps extends DueLine {
  what: ReturnType<typeof whatOf>;
  now: Date;
}
function Row({ line, progress, ready, what, now }: RowProps) {
  return (
    <li className="due-columns grid items-center gap-x-4 gap-y-1 border-b border-rule py-2">
      <span>
        <b>{sayDay(line.promised)}</b>
        <span className="hint block">{fromToday(line.promised, now)}</span>
      </span>
      <span className="min-w-0">
        <a href={`/orders/${line.order_id}`}>
          {line.customer}
          {line.name && `, ${line.name}`}
        </a>
        <span className="block text-sm text-soft">{what(line.parts)}</span>
        <Verdict verdict={ready.verdict}>{sayReady(ready)}</Verdict>
      </span>
      <span>
        <LineBar progress={progress} />
        <span className="block text-right text-sm">
          <b className="figure">{progress.toShoot}</b> of {line.count} to shoot
        </span>
      </span>
    </li>
  );
}

/** What is promised for the next days. A section is one tree: each tree of its own costs as much again. */
export function Due({ day, now }: { day: Today; now: Date }) {
  const { due, later } = day;
  const what = whatOf(day.all);
  const beyond = later > 0 ? `; ${later} ${later === 1 ? 'line' : 'lines'} for later` : '';
  return (
    <section aria-label="Due">
      <h2>Due within a week</h2>
      {due.length === 0 ? (
        <p className="border-t-[1.5px] border-ink pt-2">
          {`Nothing is promised for the next seven days${beyond}. `}
          <a href="/orders/new">Take an order</a>
        </p>
      ) : (
        <ul className="border-t-[1.5px] border-ink">
          {due.slice(0, MOST).map((one) => (
            <Row key={one.line.id} {...one} what={what} now={now} />
          ))}
        </ul>
      )}
      {due.length > MOST && (
        <p className="mt-2">
          <a href="/orders">{due.length - MOST} more are due</a>
        </p>
      )}
    </section>
  );
}
