import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import type {
  CupChoice,
  DraftDefaults,
  Job,
  PlanInput,
  Shelf,
  TimingKnown,
  Wanted,
} from '@/core/plan/index.ts';
import {
  baitShots,
  cupsFor,
  draftPlan,
  jobOfRun,
  planSession,
  pullSheet,
  runsOf,
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

// Below the fold: they come after the tape, but are sent for at once, so that nothing pops in under a hand.
const later = {
  jobs: () => import('./JobFields.tsx'),
  timing: () => import('./TimingOf.tsx'),
  stages: () => import('@/ui/Stages.tsx'),
};
const JobFields = lazy(async () => ({ default: (await later.jobs()).JobFields }));
const TimingOf = lazy(async () => ({ default: (await later.timing()).TimingOf }));
const Stages = lazy(async () => ({ default: (await later.stages()).Stages }));

export interface OpenPart extends Wanted {
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

/** One session from chosen order lines: what to shoot, in which barrels, from which cups, with how much. */
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
  const chosen = new Set(input.jobs.flatMap((j) => j.lines.map((l) => l.part)));
  const change = (next: PlanInput) => {
    setInput(next);
    setSaved(false);
  };
  const setJob = (job: Job) => {
    const jobs = settle(
      shelf,
      input.jobs.map((j) => (j.key === job.key ? job : j)),
    );
    change({ ...input, jobs, cups: cupsFor(shelf, jobs, input.cups, input.settings) });
  };
  const toggle = (part: OpenPart) => {
    const kept = chosen.has(part.part)
      ? input.jobs
          .map((j) => ({ ...j, lines: j.lines.filter((l) => l.part !== part.part) }))
          .filter((j) => j.lines.length > 0)
      : input.jobs;
    if (chosen.has(part.part))
      return change({
        ...input,
        jobs: kept,
        cups: cupsFor(shelf, kept, input.cups, input.settings),
      });
    const [fresh] = draftPlan(shelf, [part], defaults).jobs;
    if (!fresh) return;
    const held = kept.find((j) => j.key === fresh.key);
    const next = held
      ? kept.map((j) =>
          j === held
            ? {
                ...j,
                lines: [...j.lines, ...fresh.lines].sort((a, b) => a.due.localeCompare(b.due)),
              }
            : j,
        )
      : [...kept, fresh];
    const jobs = settle(shelf, next);
    change({ ...input, jobs, cups: cupsFor(shelf, jobs, input.cups, input.settings) });
  };
  const setCup = (cup: CupChoice) =>
    change({ ...input, cups: input.cups.map((c) => (c.mix === cup.mix ? cup : c)) });
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
  const count = input.jobs.reduce((n, j) => n + j.lines.length, 0);
  const ml = (g: number) => say(hotVolume(g, 20), 'volume', units);
  const groups = [...new Set(sheet.map((i) => i.group))];
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
              onChange={(e) => {
                setName(e.target.value);
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
            ? `${baitShots(plan.runs)} shots${others > 0 ? `, ${others} more for inserts and trials` : ''}, ${plan.draws.length} draws, ${totals.baits} baits for ${totals.need} promised, ${count === 1 ? '1 line' : `${count} lines`}`
            : 'Not worked out yet'}
        </p>
        {asking}
        {wrong && (
          <p className="wrong" role="alert">
            {wrong}
          </p>
        )}
        <ul className="mt-2" aria-label="Remarks">
          {plan.remarks.map((r) => (
            <li key={r.sentence} className="py-1" data-remark={r.code}>
              <Verdict verdict={r.weight === 'refused' ? 'stop' : 'watch'}>{r.sentence}</Verdict>
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
                  {plan.runs.flatMap((r) =>
                    r.barrels.map((b) => (
                      <tr key={`${r.key}${b.layer}`}>
                        <td>
                          {jobOfRun(input.jobs, r.key).bait.name}, {b.layerName.toLowerCase()}{' '}
                          {plan.cups.find((c) => c.mix === b.mix)?.letter}
                          <span className="hint block">
                            {Math.round(b.share * 100)} % of the{' '}
                            {r.makes === 'bait' ? 'bait' : r.makes}
                            {r.barrels.length > 1 ? barrelHint(input, r.key, b.layer) : ''}
                          </span>
                        </td>
                        <td className="num">{say(b.perShot, 'volume', units, 1)}</td>
                        <td className="num">
                          {b.heel === undefined
                            ? ''
                            : `${say(b.purge ?? 0, 'volume', units, 1)}, ${say(b.heel, 'volume', units, 1)}`}
                        </td>
                        <td className="num">{say(b.perDraw, 'volume', units, 1)}</td>
                        <td className="num">{say(b.holds, 'volume', units)}</td>
                      </tr>
                    )),
                  )}
                  {plan.runs.every((r) => r.barrels.length === 0) && (
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
                  ].map(([what, g]) => (
                    <tr key={what as string}>
                      <td>{what}</td>
                      <td className="num">{ml(g as number)}</td>
                      <td className="num">{say(g as number, 'mass', units, 0)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              {plan.runs.map((r) => (
                <p key={r.key} className="hint mt-2">
                  {jobOfRun(input.jobs, r.key).bait.name}
                  {plan.runs.length > 1 ? `, ${r.stage!.toLowerCase()}` : ''}: {r.shots}{' '}
                  {r.shots === 1 ? 'shot' : 'shots'}
                  {r.trials ? ` and ${r.trials} trial` : ''} give {r.baits};{' '}
                  {Math.round(r.chance * 100)} in 100 that {r.need} come good, if{' '}
                  {Math.round((r.good ?? 0) * 100)} % do as a rule (worth{' '}
                  {Math.round(r.strength ?? input.settings.strength)} baits of experience).
                  {r.takes
                    ? ` Each takes an insert: ${r.takes.count} in all${r.takes.fromShelf ? `, ${r.takes.fromShelf} of them from the shelf` : ''}.`
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
                    {plan.cups.map((c) => {
                      const choice = input.cups.find((x) => x.mix === c.mix)!;
                      return (
                        <tr key={c.mix}>
                          <td>
                            <b>{c.letter}</b> {c.name}
                          </td>
                          <td>
                            <VesselChoice choice={choice} shelf={shelf} set={setCup} />
                          </td>
                          <td>
                            <DegasChoice choice={choice} set={setCup} />
                          </td>
                          <td className="num">
                            {c.charges.map((x) => say(x.coldMl, 'volume', units)).join(' + ')}
                          </td>
                          <td className="num">
                            {say(Math.max(0, ...c.charges.map((x) => x.hotMl)), 'volume', units)} of{' '}
                            {say(c.limitMl, 'volume', units)}
                          </td>
                          <td className="num">{ml(c.drawnG)}</td>
                          <td className="num">{say(c.leftMl, 'volume', units)}</td>
                          <td className="num">{c.heatsDrawn.toFixed(1)}</td>
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
            {input.cups.map((c) => (
              <p key={c.mix} className="flex flex-wrap items-center gap-3 py-1">
                <b>{c.recipe.name}</b>
                <VesselChoice choice={c} shelf={shelf} set={setCup} />
                <DegasChoice choice={c} set={setCup} />
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
            {parts.map((p) => (
              <li key={p.part}>
                <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule">
                  <input
                    type="checkbox"
                    className="size-5 shrink-0"
                    checked={chosen.has(p.part)}
                    onChange={() => toggle(p)}
                  />
                  <span className="min-w-0 flex-1">
                    <b>{p.baitName}</b> {p.colourwayName}{' '}
                    <span className="text-soft">
                      for {p.for}, {p.due}
                    </span>
                  </span>
                  <b className="figure">{p.count}</b>
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
            {sheet.filter((i) => ticks.has(i.key)).length} of {sheet.length}
          </span>
        </h2>
        {sheet.length === 0 && (
          <p className="hint mt-2">
            Choose lines; everything to lay out then stands here, with amounts.
          </p>
        )}
        {groups.map((g) => (
          <section key={g} className="mt-3">
            <h3 className="text-sm text-soft">{g}</h3>
            <ul>
              {sheet
                .filter((i) => i.group === g)
                .map((i) => (
                  <li key={i.key}>
                    <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule py-1">
                      <input
                        type="checkbox"
                        className="size-5 shrink-0"
                        checked={ticks.has(i.key)}
                        onChange={() => tick(i.key)}
                      />
                      <span
                        className={`min-w-0 flex-1 leading-tight ${ticks.has(i.key) ? 'text-soft' : ''}`}
                      >
                        {i.what}
                        {i.note && <span className="hint block">{i.note}</span>}
                      </span>
                      <b className="max-w-[45%] shrink-0 text-right leading-tight">{i.amount}</b>
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

/** Which barrel a layer goes into, as it is marked or as it hangs. */
function barrelHint(input: PlanInput, key: string, layer: string): string {
  const run = input.jobs.flatMap(runsOf).find((r) => r.key === key);
  const i = run?.stage.layers.findIndex((l) => l.key === layer) ?? -1;
  if (!run?.tools.injector || i < 0) return '';
  const at = run.tools.order[i] ?? i;
  const { barrels } = run.tools.injector.injector;
  return `; ${barrels[at]?.mark || ['near', barrels.length === 3 ? 'middle' : 'far', 'far'][at]} barrel`;
}

function VesselChoice({
  choice,
  shelf,
  set,
}: {
  choice: CupChoice;
  shelf: Shelf;
  set: (c: CupChoice) => void;
}) {
  return (
    <select
      aria-label={`Cup for ${choice.recipe.name}`}
      className="box w-auto"
      value={choice.vessel?.id ?? ''}
      onChange={(e) => {
        const v = shelf.vessels.find((x) => x.id === Number(e.target.value));
        set({ ...choice, vessel: v ? { id: v.id, vessel: v.spec } : null });
      }}
    >
      <option value="">none</option>
      {shelf.vessels.map((v) => (
        <option key={v.id} value={v.id}>
          {v.spec.name}
        </option>
      ))}
    </select>
  );
}
function DegasChoice({ choice, set }: { choice: CupChoice; set: (c: CupChoice) => void }) {
  return (
    <select
      aria-label={`Degas ${choice.recipe.name}`}
      className="box w-auto"
      value={choice.degas}
      onChange={(e) => set({ ...choice, degas: e.target.value as CupChoice['degas'] })}
    >
      {['none', 'cold', 'before colour', 'after colour'].map((d) => (
        <option key={d}>{d}</option>
      ))}
    </select>
  );
}
