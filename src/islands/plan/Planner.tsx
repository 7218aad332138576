import { useMemo, useState } from 'react';
import { v4 } from 'uuid';
import type { BuildKey } from '@/core/build/index.ts';
import { BUILDS, layersOf } from '@/core/build/index.ts';
import type { CupChoice, DraftDefaults, Job, PlanInput, Shelf, Wanted } from '@/core/plan/index.ts';
import { cupsFor, draftPlan, planSession, pullSheet, toolsFor } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees, say } from '@/core/quantity/index.ts';
import { hotVolume } from '@/core/shot/index.ts';
import { SCHOOLS } from '@/core/schools.ts';
import { call } from '@/ui/api.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import { Tape } from './Tape.tsx';

export interface OpenPart extends Wanted {
  baitName: string;
  colourwayName: string;
}
interface Props {
  id?: number;
  name: string;
  day: string;
  input: PlanInput | null;
  ticks: string[];
  parts: OpenPart[];
  shelf: Shelf;
  units: ShopUnits;
  defaults: DraftDefaults;
}

function JobFields({ job, shelf, units, defaults, input, set }: { job: Job; shelf: Shelf; units: ShopUnits; defaults: DraftDefaults; input: PlanInput; set: (job: Job) => void }) {
  const layers = layersOf(job.build);
  const choose = (label: string, value: number | '', all: { id: number; spec: { name: string } }[], take: (id: number) => void, none = 'none') => (
    <label className="field"><span>{label}</span><select className="box" value={value} onChange={(e) => take(Number(e.target.value))}><option value="">{none}</option>{all.map((x) => <option key={x.id} value={x.id}>{x.spec.name}</option>)}</select></label>
  );
  const takeMould = (id: number) => {
    const mould = shelf.moulds.find((m) => m.id === id)?.spec;
    if (mould) set({ ...job, moulds: [{ id, mould }], ...toolsFor(shelf, job.build, mould, defaults) });
  };
  const second = shelf.moulds.filter((m) => m.id !== job.moulds[0]?.id);
  const takeBuild = (build: BuildKey) => {
    const mixes = Object.values(job.layers);
    set({ ...job, build, layers: Object.fromEntries(layersOf(build).map((l, i) => [l.key, job.layers[l.key] ?? mixes[i] ?? null])), mixedTo: 'puck', ...toolsFor(shelf, build, job.moulds[0]?.mould, defaults) });
  };
  return (
    <details className="border-b border-rule" open={input.jobs.length === 1}>
      <summary className="flex min-h-11 cursor-pointer items-center gap-3 py-1"><b>{job.bait.name}</b> <span className="text-soft">{job.colourway.name}</span><span className="figure ml-auto">{job.lines.reduce((n, l) => n + l.count, 0)}</span></summary>
      <div className="grid gap-3 pb-4 sm:grid-cols-2 xl:grid-cols-3">
        {choose('Mould', job.moulds[0]?.id ?? '', shelf.moulds.filter((m) => m.spec.makes === 'bait'), takeMould)}
        {choose('And, in step with it', job.moulds[1]?.id ?? '', second, (id) => { const m = shelf.moulds.find((x) => x.id === id); set({ ...job, moulds: [...job.moulds.slice(0, 1), ...(m ? [{ id, mould: m.spec }] : [])] }); })}
        <label className="field"><span>Build</span><select className="box" value={job.build} onChange={(e) => takeBuild(e.target.value as BuildKey)}>{(Object.keys(BUILDS) as BuildKey[]).map((b) => <option key={b} value={b}>{BUILDS[b].name}</option>)}</select></label>
        {layers.map((l) => <div key={l.key}>{choose(layers.length > 1 ? `${l.name}, over ${l.over}` : 'Mix', job.layers[l.key] ?? '', shelf.mixes, (id) => set({ ...job, layers: { ...job.layers, [l.key]: id || null } }), 'no mix')}</div>)}
        {choose('Injector', job.injector?.id ?? '', shelf.injectors, (id) => { const i = shelf.injectors.find((x) => x.id === id); set({ ...job, injector: i ? { id, injector: i.spec } : null }); })}
        {layers.length > 1 && choose('Block', job.block?.id ?? '', shelf.blocks, (id) => { const b = shelf.blocks.find((x) => x.id === id); set({ ...job, block: b ? { id, block: b.spec } : null }); })}
        <QuantityField label="Come good" value={job.good} dimensions={['share']} shop={units} min={0.05} max={1} onChange={(v) => v !== null && set({ ...job, good: v })} />
        <QuantityField label="Sure of enough" value={job.confidence} dimensions={['share']} shop={units} min={0.5} max={0.99} onChange={(v) => v !== null && set({ ...job, confidence: v })} />
        <QuantityField label="Trial shots first" value={job.trials} dimensions={['count']} whole max={10} shop={units} onChange={(v) => v !== null && set({ ...job, trials: v })} />
        <div className="field"><span className="block text-sm text-soft">Shots more or fewer</span><span className="flex items-center gap-2"><button type="button" className="act" aria-label="One shot fewer" onClick={() => set({ ...job, extra: job.extra - 1 })}>−</button><b className="figure w-10 text-center">{job.extra > 0 ? `+${job.extra}` : job.extra}</b><button type="button" className="act" aria-label="One shot more" onClick={() => set({ ...job, extra: job.extra + 1 })}>+</button></span></div>
        <label className="field"><span>Shot window</span>
          <select className="box" value={`${job.window.low}`} onChange={(e) => { const w = [defaults.window, ...Object.values(SCHOOLS)].find((x) => String(x.low) === e.target.value); if (w) set({ ...job, window: { low: w.low, high: w.high } }); }}>
            {[{ name: 'the shop’s own', ...defaults.window }, ...Object.values(SCHOOLS).filter((x) => x.low !== defaults.window.low)].map((w) => <option key={w.low} value={w.low}>{degrees(w.low, units)} to {degrees(w.high, units)}, {w.name}</option>)}
          </select>
        </label>
        <label className="field"><span>Rest in the injector</span><select className="box" value={job.habit} onChange={(e) => set({ ...job, habit: e.target.value as Job['habit'] })}><option value="push">pushed back hot</option><option value="plug">set, and pulled as a plug</option></select></label>
        {layers.length > 1 && <label className="field"><span>Sprues of both colours go</span><select className="box" value={job.mixedTo} onChange={(e) => set({ ...job, mixedTo: e.target.value })}><option value="puck">to the remelt tray</option>{layers.map((l) => <option key={l.key} value={l.key}>back to the {l.name.toLowerCase()}</option>)}</select></label>}
      </div>
    </details>
  );
}

/** One session from chosen order lines: what to shoot, in which barrels, from which cups, with how much. */
export default function Planner({ id: startId, name: startName, day, input: startInput, ticks: startTicks, parts, shelf, units, defaults }: Props) {
  const [id, setId] = useState(startId);
  const [name, setName] = useState(startName);
  const [input, setInput] = useState<PlanInput>(startInput ?? { jobs: [], cups: [], settings: defaults.settings });
  const [ticks, setTicks] = useState(new Set(startTicks));
  const [wrong, setWrong] = useState('');
  const [saved, setSaved] = useState(startId !== undefined);
  const plan = useMemo(() => planSession(input, units), [input, units]);
  const sheet = useMemo(() => (plan.ok ? pullSheet(plan, input, units) : []), [plan, input, units]);
  const chosen = new Set(input.jobs.flatMap((j) => j.lines.map((l) => l.part)));
  const change = (next: PlanInput) => {
    setInput(next);
    setSaved(false);
  };
  const setJob = (job: Job) => {
    const jobs = input.jobs.map((j) => (j.key === job.key ? job : j));
    change({ ...input, jobs, cups: cupsFor(shelf, jobs, input.cups, input.settings) });
  };
  const toggle = (part: OpenPart) => {
    const kept = chosen.has(part.part)
      ? input.jobs.map((j) => ({ ...j, lines: j.lines.filter((l) => l.part !== part.part) })).filter((j) => j.lines.length > 0)
      : input.jobs;
    if (chosen.has(part.part)) return change({ ...input, jobs: kept, cups: cupsFor(shelf, kept, input.cups, input.settings) });
    const [fresh] = draftPlan(shelf, [part], defaults).jobs;
    if (!fresh) return;
    const held = kept.find((j) => j.key === fresh.key);
    const jobs = held ? kept.map((j) => (j === held ? { ...j, lines: [...j.lines, ...fresh.lines].sort((a, b) => a.due.localeCompare(b.due)) } : j)) : [...kept, fresh];
    change({ ...input, jobs, cups: cupsFor(shelf, jobs, input.cups, input.settings) });
  };
  const setCup = (cup: CupChoice) => change({ ...input, cups: input.cups.map((c) => (c.mix === cup.mix ? cup : c)) });
  const save = async (): Promise<number | null> => {
    const reply = await call<{ id: number }>(id ? 'PUT' : 'POST', id ? `/api/plans/${id}` : '/api/plans', { name, day, input });
    setWrong(reply.ok ? '' : reply.message);
    if (!reply.ok) return null;
    // What was ticked before the plan was first kept is kept with it.
    if (!id && ticks.size > 0) await call('PUT', `/api/plans/${reply.value.id}/ticks`, { ticks: [...ticks] });
    setId(reply.value.id);
    setSaved(true);
    history.replaceState(null, '', `/plan/${reply.value.id}`);
    return reply.value.id;
  };
  const start = async () => {
    const planId = saved && id ? id : await save();
    if (!planId) return;
    const reply = await call<{ session: number }>('POST', '/api/sessions', { plan: planId, event: v4(), at: Date.now(), by: localStorage.getItem('twin-shot-bench') ?? 'bench' });
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
  const count = input.jobs.reduce((n, j) => n + j.lines.length, 0);
  const ml = (g: number) => say(hotVolume(g, 20), 'volume', units);
  const groups = [...new Set(sheet.map((i) => i.group))];
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_330px]">
      <div className="min-w-0">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <label className="min-w-0 flex-1"><span className="sr-only">Name of the session</span><input className="w-full border-b border-rule bg-transparent text-[32px] font-bold leading-tight" value={name} onChange={(e) => { setName(e.target.value); setSaved(false); }} /></label>
          <button type="button" className="act no-print" disabled={saved} onClick={() => void save()}>{saved ? 'Kept' : 'Keep the plan'}</button>
        </div>
        <p className="mt-1 text-soft" data-summary>{plan.ok ? `${plan.shots.length} shots, ${plan.draws.length} draws, ${totals.baits} baits for ${totals.need} promised, ${count === 1 ? '1 line' : `${count} lines`}` : 'Not worked out yet'}</p>
        {wrong && <p className="wrong" role="alert">{wrong}</p>}
        <ul className="mt-2" aria-label="Remarks">{plan.remarks.map((r) => <li key={r.sentence} className="py-1" data-remark={r.code}><Verdict verdict={r.weight === 'refused' ? 'stop' : 'watch'}>{r.sentence}</Verdict></li>)}</ul>

        {plan.ok && <Tape plan={plan} input={input} units={units} />}

        {plan.ok && (
          <div className="mt-6 grid gap-8 md:grid-cols-2">
            <section className="min-w-0 overflow-x-auto" tabIndex={0} aria-label="Barrels">
              <h2>Barrels</h2>
              <table><thead><tr><th>Job</th><th className="num">A shot</th><th className="num">A draw</th><th className="num">Holds</th></tr></thead><tbody>
                {plan.jobs.flatMap((j) => j.barrels.map((b) => <tr key={`${j.key}${b.layer}`}><td>{input.jobs.find((x) => x.key === j.key)!.bait.name}, {b.layerName.toLowerCase()} {plan.cups.find((c) => c.mix === b.mix)?.letter}<span className="hint block">{Math.round(b.share * 100)} % of the bait</span></td><td className="num">{say(b.perShot, 'volume', units, 1)}</td><td className="num">{say(b.perDraw, 'volume', units, 1)}</td><td className="num">{say(b.holds, 'volume', units)}</td></tr>))}
              </tbody></table>
            </section>
            <section className="min-w-0">
              <h2>Plastic</h2>
              <table><tbody>
                {[['Fresh', totals.freshG], ['Comes round again', totals.returnedG], ['Into baits', totals.baitsG], ['Two-coloured, to the remelt tray', totals.puckG], ['Left in the cups', totals.leftG], ['Lost on blade and wall', totals.lostG]].map(([what, g]) => <tr key={what as string}><td>{what}</td><td className="num">{ml(g as number)}</td><td className="num">{say(g as number, 'mass', units, 0)}</td></tr>)}
              </tbody></table>
              {plan.jobs.map((j) => <p key={j.key} className="hint mt-2">{input.jobs.find((x) => x.key === j.key)!.bait.name}: {j.shots} shots{j.trials ? ` and ${j.trials} trial` : ''} give {j.baits}; {Math.round(j.chance * 100)} in 100 that {j.need} come good, if {Math.round(input.jobs.find((x) => x.key === j.key)!.good * 100)} % do as a rule (worth {input.settings.strength} baits of experience).</p>)}
            </section>
            <section className="min-w-0 md:col-span-2">
              <h2>Cups</h2>
              <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Cups of the plan"><table><thead><tr><th>Cup</th><th>Vessel</th><th>Degas</th><th className="num">Charge, cold</th><th className="num">Hot, of its limit</th><th className="num">Drawn</th><th className="num">Left</th><th className="num">Heats</th></tr></thead><tbody>
                {plan.cups.map((c) => {
                  const choice = input.cups.find((x) => x.mix === c.mix)!;
                  return (
                    <tr key={c.mix}>
                      <td><b>{c.letter}</b> {c.name}</td>
                      <td><VesselChoice choice={choice} shelf={shelf} set={setCup} /></td>
                      <td><DegasChoice choice={choice} set={setCup} /></td>
                      <td className="num">{c.charges.map((x) => say(x.coldMl, 'volume', units)).join(' + ')}</td>
                      <td className="num">{say(Math.max(...c.charges.map((x) => x.hotMl)), 'volume', units)} of {say(c.limitMl, 'volume', units)}</td>
                      <td className="num">{ml(c.drawnG)}</td><td className="num">{say(c.leftMl, 'volume', units)}</td><td className="num">{c.heatsDrawn.toFixed(1)}</td>
                    </tr>
                  );
                })}
              </tbody></table></div>
            </section>
          </div>
        )}
        {!plan.ok && input.cups.length > 0 && <section className="mt-4"><h2>Cups</h2>{input.cups.map((c) => <p key={c.mix} className="flex flex-wrap items-center gap-3 py-1"><b>{c.recipe.name}</b><VesselChoice choice={c} shelf={shelf} set={setCup} /><DegasChoice choice={c} set={setCup} /></p>)}</section>}

        <section className="no-print mt-6">
          <h2>Jobs, in order</h2>
          {input.jobs.map((job) => <JobFields key={job.key} job={job} shelf={shelf} units={units} defaults={defaults} input={input} set={setJob} />)}
          <h2 className="mt-6">From the book</h2>
          {parts.length === 0 && <p className="hint">Every line in the book is shot.</p>}
          <ul>{parts.map((p) => (
            <li key={p.part}><label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule"><input type="checkbox" className="size-5 shrink-0" checked={chosen.has(p.part)} onChange={() => toggle(p)} /><span className="min-w-0 flex-1"><b>{p.baitName}</b> {p.colourwayName} <span className="text-soft">for {p.for}, {p.due}</span></span><b className="figure">{p.count}</b></label></li>
          ))}</ul>
        </section>
      </div>
      <aside className="min-w-0 border-ink lg:border-l-[1.5px] lg:pl-6" aria-label="Pull sheet">
        <h2 className="flex items-baseline justify-between">Pull sheet <span className="text-sm font-normal text-soft">{sheet.filter((i) => ticks.has(i.key)).length} of {sheet.length}</span></h2>
        {sheet.length === 0 && <p className="hint mt-2">Choose lines; everything to lay out then stands here, with amounts.</p>}
        {groups.map((g) => (
          <section key={g} className="mt-3">
            <h3 className="text-sm text-soft">{g}</h3>
            <ul>{sheet.filter((i) => i.group === g).map((i) => (
              <li key={i.key}><label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule py-1"><input type="checkbox" className="size-5 shrink-0" checked={ticks.has(i.key)} onChange={() => tick(i.key)} /><span className={`min-w-0 flex-1 leading-tight ${ticks.has(i.key) ? 'text-soft' : ''}`}>{i.what}{i.note && <span className="hint block">{i.note}</span>}</span><b className="max-w-[45%] shrink-0 text-right leading-tight">{i.amount}</b></label></li>
            ))}</ul>
          </section>
        ))}
        {plan.ok && <div className="no-print mt-4 grid gap-2"><button type="button" className="act act-main min-h-16 justify-center text-xl" onClick={() => void start()}>Start at the bench</button><button type="button" className="act justify-center" onClick={() => print()}>Print the sheet</button></div>}
      </aside>
    </div>
  );
}

function VesselChoice({ choice, shelf, set }: { choice: CupChoice; shelf: Shelf; set: (c: CupChoice) => void }) {
  return <select aria-label={`Cup for ${choice.recipe.name}`} className="box w-auto" value={choice.vessel?.id ?? ''} onChange={(e) => { const v = shelf.vessels.find((x) => x.id === Number(e.target.value)); set({ ...choice, vessel: v ? { id: v.id, vessel: v.spec } : null }); }}><option value="">none</option>{shelf.vessels.map((v) => <option key={v.id} value={v.id}>{v.spec.name}</option>)}</select>;
}
function DegasChoice({ choice, set }: { choice: CupChoice; set: (c: CupChoice) => void }) {
  return <select aria-label={`Degas ${choice.recipe.name}`} className="box w-auto" value={choice.degas} onChange={(e) => set({ ...choice, degas: e.target.value as CupChoice['degas'] })}>{['none', 'cold', 'before colour', 'after colour'].map((d) => <option key={d}>{d}</option>)}</select>;
}
