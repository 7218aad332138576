import { useEffect, useState } from 'react';
import { layersOf } from '@/core/build/index.ts';
import type { Shelf } from '@/core/plan/index.ts';
import { checkJob, cupsFor, toolsFor } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { JobState, Send, SessionState } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { Dialog } from '@/ui/Dialog.tsx';

interface Props {
  s: SessionState;
  units: ShopUnits;
  onSend: (send: Send) => void;
  onClose: () => void;
  now: number;
}

function JobChanges({ s, job, shelf, units, onSend }: { s: SessionState; job: JobState; shelf: Shelf | null; units: ShopUnits; onSend: (send: Send) => void }) {
  const [wrong, setWrong] = useState<string[]>([]);
  const shots = (by: number) => onSend({ kind: 'changed', payload: { what: 'shots', job: job.key, by } });
  const trials = (by: number) => onSend({ kind: 'changed', payload: { what: 'trials', job: job.key, by } });
  const takeColourway = (id: number) => {
    const entry = shelf!.colourways.find((c) => c.id === id)!;
    const defaults = { settings: s.snapshot.input.settings, good: job.job.good, confidence: job.job.confidence, window: job.job.window };
    const tools = entry.spec.build === job.job.build ? { injector: job.job.injector, block: job.job.block } : toolsFor(shelf!, entry.spec.build, job.job.moulds[0]?.mould, defaults);
    const next = { ...job.job, colourway: { id, name: entry.spec.name }, build: entry.spec.build, layers: entry.spec.layers, ...tools };
    const cups = cupsFor(shelf!, [next], s.snapshot.input.cups, s.snapshot.input.settings);
    const refused = checkJob(next, { jobs: [next], cups, settings: s.snapshot.input.settings }, units).filter((r) => r.weight === 'refused');
    setWrong(refused.map((r) => r.sentence));
    if (refused.length === 0) onSend({ kind: 'changed', payload: { what: 'colourway', job: job.key, colourway: next.colourway, build: next.build, layers: next.layers, cups, injector: next.injector!, block: next.block } });
  };
  const counter = (name: string, value: string, less: () => void, more: () => void) => (
    <div role="group" aria-label={name}>
      <p className="hint">{name}</p>
      <p className="flex items-center gap-3"><button type="button" className="act min-h-16 min-w-16 justify-center text-2xl" aria-label={`One fewer: ${name}`} onClick={less}>−</button><b className="figure text-2xl">{value}</b><button type="button" className="act min-h-16 min-w-16 justify-center text-2xl" aria-label={`One more: ${name}`} onClick={more}>+</button></p>
    </div>
  );
  return (
    <section className="border-t border-ink py-3">
      <p className="mb-2"><b>{job.job.bait.name}</b>, {job.job.colourway.name}</p>
      <div className="flex flex-wrap gap-8">
        {counter('Shots', `${job.done} of ${job.target}`, () => shots(-1), () => shots(1))}
        {counter('Trial shots, counted apart', `${job.trialsDone} of ${job.trials}`, () => trials(-1), () => trials(1))}
      </div>
      {shelf && (
        <div className="mt-3 grid gap-3 md:grid-cols-2">
          <label className="field"><span>Another mould from here on</span>
            <select className="box" value="" onChange={(e) => { const m = shelf.moulds.find((x) => x.id === Number(e.target.value)); if (m) onSend({ kind: 'changed', payload: { what: 'mould', job: job.key, id: m.id, mould: m.spec, only: false } }); }}>
              <option value="">{job.job.moulds.map((m) => m.mould.name).join(', ')}; add one…</option>
              {shelf.moulds.filter((m) => !job.job.moulds.some((x) => x.id === m.id)).map((m) => <option key={m.id} value={m.id}>{m.spec.name}</option>)}
            </select>
          </label>
          <label className="field"><span>Another colourway or build from here on</span>
            <select className="box" value={job.job.colourway.id} onChange={(e) => takeColourway(Number(e.target.value))}>
              {shelf.colourways.map((c) => <option key={c.id} value={c.id}>{c.spec.name} ({layersOf(c.spec.build).length === 1 ? 'one colour' : 'laminate'})</option>)}
            </select>
          </label>
        </div>
      )}
      {wrong.map((w) => <p key={w} className="wrong mt-1">{w}</p>)}
    </section>
  );
}

/** Plans change at the bench. Each change counts from here on; what was shot stays as it was shot. */
export function Change({ s, units, onSend, onClose }: Props) {
  const [shelf, setShelf] = useState<Shelf | null>(null);
  useEffect(() => void call<Shelf>('GET', '/api/catalogue').then((r) => r.ok && setShelf(r.value)), []);
  return (
    <Dialog open onClose={onClose} title="Change the session" wide>
      {[...s.jobs.values()].map((job) => <JobChanges key={job.key} s={s} job={job} shelf={shelf} units={units} onSend={onSend} />)}
      <div className="flex flex-wrap gap-3 border-t border-ink pt-4">
        <button type="button" className="act min-h-16" onClick={() => { onSend({ kind: 'brokenOff', payload: { why: '' } }); onClose(); }}>Break off for the night</button>
        <button type="button" className="act min-h-16" onClick={() => { onSend({ kind: 'finished', payload: {} }); onClose(); }}>Finish here and count</button>
      </div>
      <p className="hint mt-2">Breaking off stops the session’s clock; everything counts as cold when it is taken up again. Switch off plates and guns.</p>
    </Dialog>
  );
}
