import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import type {
  CupChoice,
  DraftDefaults,
  Job,
  PlanInput,
  Shelf,
  TimingKnown,
  WantedPart,
} from '@/core/plan/index.ts';
import {
  baitShots,
  cupsFor,
  draftPlan,
  jobOfRun,
  planSession,
  pullSheet,
  settle,
} from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { hotVolume } from '@/core/shot/index.ts';
import { call } from '@/ui/api.ts';
import { shopNow } from '@/ui/shopClock.ts';
import { useSave } from '@/ui/useSave.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import { Tape } from './Tape.tsx';
import { useTiming } from './useTiming.ts';
import { barrelHint, VesselChoice, DegasChoice } from './CupFields.tsx';

// Below the fold: they come after the tape, but are sent for at once, so that nothing pops in under
// a hand.
const later = {
  jobs: () => import('./JobFields.tsx'),
  timing: () => import('./TimingOf.tsx'),
  stages: () => import('@/ui/Stages.tsx'),
};
const JobFields = lazy(async () => ({ default: (await later.jobs()).JobFields }));
const TimingOf = lazy(async () => ({ default: (await later.timing()).TimingOf }));
const Stages = lazy(async () => ({ default: (await later.stages()).Stages }));

export interface OpenPart extends WantedPart {
  baitName: string;
  colourwayName: string;
}
interface Props {
  id?: number;
  version?: string;
  name: string;
  day: string;
  input: PlanInput | null;
  ticks: string[];
  parts: OpenPart[];
  shelf: Shelf;
  units: ShopUnits;
  defaults: DraftDefaults;
  timing: TimingKnown;
}

/**
 * One session from chosen order lines: what to shoot, in which barrels, from which cups, with how
 * much.
 */
export default function Planner({
  id: startId,
  version,
  name: startName,
  day,
  input: startInput,
  ticks: startTicks,
  parts,
  shelf,
  units,
  defaults,
  timing,
}: Props) {
  const [id, setId] = useState(startId);
  const [name, setName] = useState(startName);
  const [input, setInput] = useState<PlanInput>(
    startInput ?? { jobs: [], cups: [], settings: defaults.settings },
  );
  const [ticks, setTicks] = useState(new Set(startTicks));
  const [wrong, setWrong] = useState('');
  const [saved, setSaved] = useState(startId !== undefined);
  const { save, asking } = useSave(version);
  useEffect(
    () => void Promise.all(Object.values(later).map((send) => send())).catch(() => undefined),
    [],
  );
  const plan = useMemo(() => planSession(input, units), [input, units]);
  const times = useTiming(plan.ok ? plan : null, input, timing);
  const sheet = useMemo(() => (plan.ok ? pullSheet(plan, input, units) : []), [plan, input, units]);
  const chosen = new Set(input.jobs.flatMap((job) => job.lines.map((line) => line.part)));
  const change = (next: PlanInput) => {
    setInput(next);
    setSaved(false);
  };
  const setJob = (job: Job) => {
    const jobs = settle(
      shelf,
      input.jobs.map((other) => (other.key === job.key ? job : other)),
    );
    change({ ...input, jobs, cups: cupsFor(shelf, jobs, input.cups, input.settings) });
  };
  const toggle = (part: OpenPart) => {
    const kept = chosen.has(part.part)
      ? input.jobs
          .map((job) => ({ ...job, lines: job.lines.filter((line) => line.part !== part.part) }))
          .filter((job) => job.lines.length > 0)
      : input.jobs;
    if (chosen.has(part.part))
      return change({
        ...input,
        jobs: kept,
        cups: cupsFor(shelf, kept, input.cups, input.settings),
      });
    const [fresh] = draftPlan(shelf, [part], defaults).jobs;
    if (!fresh) return;
    const held = kept.find((job) => job.key === fresh.key);
    const next = held
      ? kept.map((job) =>
          job === held
            ? {
                ...job,
                lines: [...job.lines, ...fresh.lines].sort((one, other) =>
                  one.due.localeCompare(other.due),
                ),
              }
            : job,
        )
      : [...kept, fresh];
    const jobs = settle(shelf, next);
    change({ ...input, jobs, cups: cupsFor(shelf, jobs, input.cups, input.settings) });
  };
  const setCup = (cup: CupChoice) =>
    change({ ...input, cups: input.cups.map((use) => (use.mix === cup.mix ? cup : use)) });
  const keep = async (): Promise<number | null> => {
    const reply = await save<{ id: number }>(
      id ? 'PUT' : 'POST',
      id ? `/api/plans/${id}` : '/api/plans',
      { name, day, input },
    );
    setWrong(reply.ok ? '' : reply.message);
    if (!reply.ok) return null;
    // What was ticked before the plan was first kept is kept with it.
    if (!id && ticks.size > 0)
      await call('PUT', `/api/plans/${reply.value.id}/ticks`, { ticks: [...ticks] });
    setId(reply.value.id);
    setSaved(true);
    history.replaceState(null, '', `/plan/${reply.value.id}`);
    return reply.value.id;
  };
  const start = async () => {
    const planId = saved && id ? id : await keep();
    if (!planId) return;
    const reply = await call<{ session: number }>('POST', '/api/sessions', {
      plan: planId,
      event: v4(),
      at: Math.round(shopNow()),
      by: localStorage.getItem('twin-shot-bench') ?? 'bench',
    });
    if (!reply.ok) return setWrong(reply.message);
    location.assign(`/bench/${reply.value.session}`);
  };
  const tick = (key: string) => {
    const next = new Set(ticks);
    if (!next.delete(key)) next.add(key);
    setTicks(next);
    if (id) void call('PUT', `/api/plans/${id}/ticks`, { ticks: [...next] });
  };
  const { totals } = plan;
  const others = plan.shots.length - baitShots(plan.runs);
  const count = input.jobs.reduce((sum, job) => sum + job.lines.length, 0);
  const ml = (grams: number) => say(hotVolume(grams, 20), 'volume', units);
  const groups = [...new Set(sheet.map((item) => item.group))];
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
              onChange={(change) => {
                setName(change.target.value);
                setSaved(false);
              }}
            />
          </label>
          <button
            type="button"
            className="act no-print"
            disabled={saved}
            onClick={() => void keep()}
          >
            {saved ? 'Kept' : 'Keep the plan'}
          </button>
        </div>
        <p className="mt-1 text-soft" data-summary>
          {plan.ok
            ? `${baitShots(plan.runs)} ` +
              `shots${others > 0 ? `, ${others} more for inserts and trials` : ''}, ` +
              `${plan.draws.length} draws, ${totals.baits} baits for ${totals.need} promised, ` +
              `${count === 1 ? '1 line' : `${count} lines`}`
            : 'Not worked out yet'}
        </p>
        {asking}
        {wrong && (
          <p className="wrong" role="alert">
            {wrong}
          </p>
        )}
        <ul className="mt-2" aria-label="Remarks">
          {plan.remarks.map((remark) => (
            <li key={remark.sentence} className="py-1" data-remark={remark.code}>
              <Verdict verdict={remark.weight === 'refused' ? 'stop' : 'watch'}>
                {remark.sentence}
              </Verdict>
            </li>
          ))}
        </ul>

        {plan.ok && <Tape plan={plan} input={input} units={units} timing={times} />}
        {plan.ok && (
          <Suspense>
            <TimingOf timing={times} />
          </Suspense>
        )}
        {plan.ok && (
          <Suspense>
            <Stages input={input} units={units} />
          </Suspense>
        )}

        {plan.ok && (
          <div className="mt-6 grid gap-8 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
            <section className="min-w-0 overflow-x-auto" tabIndex={0} aria-label="Barrels">
              <h2>Barrels</h2>
              <table>
                <thead>
                  <tr>
                    <th>Job</th>
                    <th className="num">A shot</th>
                    <th className="num">Purge, heel</th>
                    <th className="num">A draw</th>
                    <th className="num">Holds</th>
                  </tr>
                </thead>
                <tbody>
                  {plan.runs.flatMap((run) =>
                    run.barrels.map((barrel) => (
                      <tr key={`${run.key}${barrel.layer}`}>
                        <td>
                          {jobOfRun(input.jobs, run.key).bait.name},{' '}
                          {barrel.layerName.toLowerCase()}{' '}
                          {plan.cups.find((cup) => cup.mix === barrel.mix)?.letter}
                          <span className="hint block">
                            {Math.round(barrel.share * 100)} % of the{' '}
                            {run.makes === 'bait' ? 'bait' : run.makes}
                            {run.barrels.length > 1 ? barrelHint(input, run.key, barrel.layer) : ''}
                          </span>
                        </td>
                        <td className="num">{say(barrel.perShot, 'volume', units, 1)}</td>
                        <td className="num">
                          {barrel.heel === undefined
                            ? ''
                            : `${say(barrel.purge ?? 0, 'volume', units, 1)}, ${say(barrel.heel, 'volume', units, 1)}`}
                        </td>
                        <td className="num">{say(barrel.perDraw, 'volume', units, 1)}</td>
                        <td className="num">{say(barrel.holds, 'volume', units)}</td>
                      </tr>
                    )),
                  )}
                  {plan.runs.every((run) => run.barrels.length === 0) && (
                    <tr>
                      <td colSpan={5}>Nothing is shot; it is poured by hand.</td>
                    </tr>
                  )}
                </tbody>
              </table>
            </section>
            <section className="min-w-0">
              <h2>Plastic</h2>
              <table>
                <tbody>
                  {[
                    ['Fresh', totals.freshG],
                    ['Comes round again', totals.returnedG],
                    ['Into baits', totals.baitsG],
                    ['Several colours, to the remelt tray', totals.puckG],
                    ['Left in the cups', totals.leftG],
                    ['Lost on blade and wall', totals.lostG],
                  ].map(([what, value]) => (
                    <tr key={what as string}>
                      <td>{what}</td>
                      <td className="num">{ml(value as number)}</td>
                      <td className="num">{say(value as number, 'mass', units, 0)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              {plan.runs.map((run) => (
                <p key={run.key} className="hint mt-2">
                  {jobOfRun(input.jobs, run.key).bait.name}
                  {plan.runs.length > 1 ? `, ${run.stage!.toLowerCase()}` : ''}: {run.shots}{' '}
                  {run.shots === 1 ? 'shot' : 'shots'}
                  {run.trials ? ` and ${run.trials} trial` : ''} give {run.baits};{' '}
                  {Math.round(run.chance * 100)} in 100 that {run.need} come good, if{' '}
                  {Math.round((run.good ?? 0) * 100)} % do as a rule (worth{' '}
                  {Math.round(run.strength ?? input.settings.strength)} baits of experience).
                  {run.takes
                    ? ` Each takes an insert: ${run.takes.count} in ` +
                      `all${run.takes.fromShelf ? `, ${run.takes.fromShelf} of them from the shelf` : ''}.`
                    : ''}
                </p>
              ))}
            </section>
            <section className="min-w-0 md:col-span-2">
              <h2>Cups</h2>
              <div
                className="overflow-x-auto"
                tabIndex={0}
                role="region"
                aria-label="Cups of the plan"
              >
                <table>
                  <thead>
                    <tr>
                      <th>Cup</th>
                      <th>Vessel</th>
                      <th>Degas</th>
                      <th className="num">Charge, cold</th>
                      <th className="num">Hot, of its limit</th>
                      <th className="num">Drawn</th>
                      <th className="num">Left</th>
                      <th className="num">Heats</th>
                    </tr>
                  </thead>
                  <tbody>
                    {plan.cups.map((cup) => {
                      const choice = input.cups.find((use) => use.mix === cup.mix)!;
                      return (
                        <tr key={cup.mix}>
                          <td>
                            <b>{cup.letter}</b> {cup.name}
                          </td>
                          <td>
                            <VesselChoice choice={choice} shelf={shelf} set={setCup} />
                          </td>
                          <td>
                            <DegasChoice choice={choice} set={setCup} />
                          </td>
                          <td className="num">
                            {cup.charges
                              .map((charge) => say(charge.coldMl, 'volume', units))
                              .join(' + ')}
                          </td>
                          <td className="num">
                            {say(
                              Math.max(0, ...cup.charges.map((charge) => charge.hotMl)),
                              'volume',
                              units,
                            )}{' '}
                            of {say(cup.limitMl, 'volume', units)}
                          </td>
                          <td className="num">{ml(cup.drawnG)}</td>
                          <td className="num">{say(cup.leftMl, 'volume', units)}</td>
                          <td className="num">{cup.heatsDrawn.toFixed(1)}</td>
                        </tr>
                      );
                    })}
                  </tbody>
                </table>
              </div>
            </section>
          </div>
        )}
        {!plan.ok && input.cups.length > 0 && (
          <section className="mt-4">
            <h2>Cups</h2>
            {input.cups.map((cup) => (
              <p key={cup.mix} className="flex flex-wrap items-center gap-3 py-1">
                <b>{cup.recipe.name}</b>
                <VesselChoice choice={cup} shelf={shelf} set={setCup} />
                <DegasChoice choice={cup} set={setCup} />
              </p>
            ))}
          </section>
        )}

        <section className="no-print mt-6">
          <h2>Jobs, in order</h2>
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
              />
            ))}
          </Suspense>
          <h2 className="mt-6">From the book</h2>
          {parts.length === 0 && <p className="hint">Every line in the book is shot.</p>}
          <ul>
            {parts.map((part) => (
              <li key={part.part}>
                <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0"
                    checked={chosen.has(part.part)}
                    onChange={() => toggle(part)}
                  />
                  <span className="min-w-0 flex-1">
                    <b>{part.baitName}</b> {part.colourwayName}{' '}
                    <span className="text-soft">
                      for {part.for}, {part.due}
                    </span>
                  </span>
                  <b className="figure">{part.count}</b>
                </label>
              </li>
            ))}
          </ul>
        </section>
      </div>
      <aside className="min-w-0 border-ink lg:border-l-[1.5px] lg:pl-6" aria-label="Pull sheet">
        <h2 className="flex items-baseline justify-between">
          Pull sheet{' '}
          <span className="text-sm font-normal text-soft">
            {sheet.filter((item) => ticks.has(item.key)).length} of {sheet.length}
          </span>
        </h2>
        {sheet.length === 0 && (
          <p className="hint mt-2">
            Choose lines; everything to lay out then stands here, with amounts.
          </p>
        )}
        {groups.map((group) => (
          <section key={group} className="mt-3">
            <h3 className="text-sm text-soft">{group}</h3>
            <ul>
              {sheet
                .filter((item) => item.group === group)
                .map((item) => (
                  <li key={item.key}>
                    <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule py-1">
                      <input
                        type="checkbox"
                        className="size-5 shrink-0"
                        checked={ticks.has(item.key)}
                        onChange={() => tick(item.key)}
                      />
                      <span
                        className={`min-w-0 flex-1 leading-tight ${ticks.has(item.key) ? 'text-soft' : ''}`}
                      >
                        {item.what}
                        {item.note && <span className="hint block">{item.note}</span>}
                      </span>
                      <b className="max-w-[45%] shrink-0 text-right leading-tight">{item.amount}</b>
                    </label>
                  </li>
                ))}
            </ul>
          </section>
        ))}
        {plan.ok && (
          <div className="no-print mt-4 grid gap-2">
            <button
              type="button"
              className="act act-main min-h-16 justify-center text-xl"
              onClick={() => void start()}
            >
              Start at the bench
            </button>
            <button type="button" className="act justify-center" onClick={() => print()}>
              Print the sheet
            </button>
          </div>
        )}
      </aside>
    </div>
  );
}
