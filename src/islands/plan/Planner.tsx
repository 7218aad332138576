import { Suspense, useEffect, useState } from 'react';
import type { TimingKnown } from '@/core/tape/index.ts';
import { changedInBook, withUnnamed } from '@/core/plan/index.ts';
import { takeOver } from '@/ui/handed.ts';
import { sayDay } from '@/ui/days.ts';
import { later, patiently } from '@/ui/later.ts';
import { NotCome } from '@/ui/NotCome.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { BookChanged } from './BookChanged.tsx';
import type { OpenPart } from './BookLines.tsx';
import { BookLines } from './BookLines.tsx';
import { DeletePlan } from './DeletePlan.tsx';
import { Remarks } from './Remarks.tsx';
import { Summary } from './Summary.tsx';
import type { PlanStart } from './usePlan.ts';
import { usePlan } from './usePlan.ts';
import { useTiming } from './useTiming.ts';

// They come when the plan is worked out, but are sent for at once, so that nothing pops in under
// a hand.
const fetchPart = {
  pullSheet: () => import('./PullSheet.tsx'),
  tape: () => import('./PlanTape.tsx'),
  jobs: () => import('./JobFields.tsx'),
  forShelf: () => import('./ForShelf.tsx'),
  timing: () => import('./TimingOf.tsx'),
  tables: () => import('./PlanTables.tsx'),
  stages: () => import('@/ui/Stages.tsx'),
  runSheet: () => import('./RunSheet.tsx'),
};
const PullSheet = later(async () => (await fetchPart.pullSheet()).PullSheet);
const PlanTape = later(async () => (await fetchPart.tape()).PlanTape);
const JobFields = later(async () => (await fetchPart.jobs()).JobFields);
const ForShelf = later(async () => (await fetchPart.forShelf()).ForShelf);
const TimingOf = later(async () => (await fetchPart.timing()).TimingOf);
const PlanTables = later(async () => (await fetchPart.tables()).PlanTables);
const RunSheet = later(async () => (await fetchPart.runSheet()).RunSheet);
const Stages = later(async () => (await fetchPart.stages()).Stages);

/** What the page hands over at once: the open book, the shelf, and the shop's own figures. */
interface Known extends Pick<PlanStart, 'shelf' | 'units' | 'defaults'> {
  parts: OpenPart[];
  timing: TimingKnown;
}
type Begun = Omit<PlanStart, keyof Known | 'wanted'> & {
  known: Known;
  /** a session was opened on it */
  isAtBench?: boolean;
  /** parts of the book a new plan begins with, by their numbers */
  asked?: number[];
};

/** What the page handed over, and a colour nobody has named. */
function handedOver(): Begun {
  const { known, ...own } = takeOver<Begun>();
  return { ...own, known: { ...known, shelf: withUnnamed(known.shelf, 'medium') } };
}

/**
 * One session from chosen order lines: what to shoot, in which barrels, from which cups, with how
 * much.
 */
export default function Planner() {
  const [{ known, asked: begun = [], ...own }] = useState(handedOver);
  const { parts, timing, ...ofShop } = known;
  const start = {
    ...ofShop,
    ...own,
    wanted: parts.filter(({ part }) => begun.includes(part)),
  };
  const { shelf, units, defaults } = start;
  const {
    id,
    version,
    input,
    name,
    plan,
    saved,
    wrong,
    asking,
    ticks,
    keep,
    rename,
    setJob,
    setCup,
    drawFrom,
    toggle,
    shootForShelf,
    follow,
    takeOut,
    tick,
    tell,
    kept,
  } = usePlan(start);
  useEffect(() => Object.values(fetchPart).forEach((fetch) => void patiently<unknown>(fetch)), []);
  const times = useTiming(plan.ok ? plan : null, input, timing);
  const chosen = new Set(input.jobs.flatMap((job) => job.lines.map((line) => line.part)));
  const asked = parts.filter(({ part }) => !chosen.has(part));
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_330px]">
      {/* What grows here never moves the pull sheet, nor its button, under a hand. */}
      <div className="min-w-0 [overflow-anchor:none]">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <label className="min-w-0 flex-1">
            <span className="sr-only">Name of the session</span>
            <input
              className="w-full border-b border-rule bg-transparent text-[32px] font-bold leading-tight"
              value={name}
              maxLength={80}
              onChange={(change) => rename(change.target.value)}
            />
          </label>
          <button
            type="button"
            className="act no-print"
            disabled={saved}
            onClick={() => void keep()}
          >
            {saved ? 'Saved' : 'Save'}
          </button>
        </div>
        <Summary plan={plan} lines={chosen.size} />
        {asking}
        <Wrong>{wrong}</Wrong>
        <Remarks remarks={plan.remarks} />
        {!own.isAtBench && (
          <BookChanged changes={changedInBook(input, parts)} {...{ parts, follow }} />
        )}

        {plan.ok && (
          <Suspense fallback={<p className="mt-4 min-h-64" />}>
            <PlanTape timed={times} />
          </Suspense>
        )}
        {plan.ok && (
          <Suspense>
            <TimingOf timing={times?.timing ?? null} />
          </Suspense>
        )}
        {plan.ok && (
          <Suspense>
            <Stages input={input} units={units} />
          </Suspense>
        )}

        <Suspense fallback={<NotCome />}>
          <PlanTables {...{ plan, input, shelf, units, setCup }} asked={asked} />
        </Suspense>

        <section className="no-print mt-6">
          {input.jobs.length > 0 && <h2>Jobs, in order</h2>}
          <Suspense>
            {input.jobs.map((job) => (
              <JobFields
                key={job.key}
                job={job}
                shelf={shelf}
                units={units}
                defaults={defaults}
                open={input.jobs.length === 1}
                set={setJob}
                input={input}
                plan={plan}
                seconds={times?.timing.all.mid ?? null}
                drawFrom={drawFrom}
              />
            ))}
          </Suspense>
          <BookLines parts={parts} chosen={chosen} onToggle={toggle} />
          <Suspense>
            <ForShelf
              {...{ input, plan, shelf, units, takeOut }}
              add={shootForShelf}
              set={setJob}
            />
          </Suspense>
          <DeletePlan {...{ id, version }} isAtBench={own.isAtBench} />
        </section>
      </div>
      {plan.ok && times && (
        <Suspense>
          <RunSheet {...{ name, units }} {...times} day={own.day} />
        </Suspense>
      )}
      <Suspense fallback={<aside />}>
        <PullSheet
          {...{ plan, input, units, ticks, tick, kept, tell }}
          title={`${name}, ${sayDay(own.day)}`}
          hasRunSheet={plan.ok && times !== null}
          jsonAt={own.id ? `/api/plans/${own.id}` : null}
        />
      </Suspense>
    </div>
  );
}
