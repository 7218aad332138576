import { layersOf } from '@/core/build/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { clock, degrees } from '@/core/quantity/index.ts';
import type { MouldState, SessionState } from '@/core/session/index.ts';
import { FAULTS } from '@/core/session/index.ts';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';

/** What a mould's state is called, and how its countdown reads. */
function says(m: MouldState, now: number): { state: string; big: string } {
  const left = (ms: number) => clock((ms - now) / 1000);
  switch (m.phase) {
    case 'open': return { state: m.warmed ? 'clean, warm' : 'clean, cold', big: 'open' };
    case 'closed': return { state: m.closures >= m.mould.closures ? 'closed and clamped' : `${m.closures} of ${m.mould.closures} on`, big: m.top === 'wrong' ? 'upside down' : 'ready' };
    case 'filling': return { state: 'part filled', big: 'filling' };
    case 'holding': return { state: 'under pressure', big: m.holdUntil > now ? `hold ${left(m.holdUntil)}` : 'let go' };
    case 'cooling': return { state: m.looked ? 'cooling, looked at twice' : m.toppedOff ? 'cooling, topped off' : 'top it off', big: m.readyAt > now ? `opens in ${left(m.readyAt)}` : 'open it' };
    case 'opened': return { state: 'look at each', big: 'opened' };
    case 'marked': return { state: 'sprue still in it', big: 'counted' };
    case 'cleared': return { state: 'baits to the rack', big: 'cleared' };
  }
}

/** A mould at the bench: its drawing is its state. */
export function BenchMould({ s, m, units, now, active, focus, onCavity, onTap }: { s: SessionState; m: MouldState; units: ShopUnits; now: number; active: boolean; focus: number | null; onCavity: (n: number) => void; onTap: () => void }) {
  const shot = s.shots.get(m.shot ?? '');
  const job = shot ? s.jobs.get(shot.job) : undefined;
  const layers = job ? layersOf(job.job.build).map((l) => s.cups.get(String(job.job.layers[l.key]))?.colour ?? 'var(--rule)') : [];
  const colours = m.top === 'wrong' && layers.length === 2 ? [...layers].reverse() : layers;
  const { state, big } = says(m, now);
  const marking = m.phase === 'opened';
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label={m.mould.name}>
      <div className="flex items-baseline justify-between gap-3">
        <p className="min-w-0 truncate"><b>{m.mould.name}</b> <span className="hint">{state}{m.reading ? `, ${degrees(m.reading.celsius, units)}` : ''}</span></p>
        <p className="shrink-0 text-lg font-bold" aria-live="off">{big}</p>
      </div>
      <div className="flex min-h-0 flex-1 flex-col justify-end pb-2" onClick={marking ? undefined : onTap}>
        <MouldDrawing
          mould={m.mould}
          closed={m.phase !== 'open' && m.phase !== 'opened' && m.phase !== 'marked' && m.phase !== 'cleared'}
          closures={m.phase === 'open' || m.phase === 'opened' || m.phase === 'marked' || m.phase === 'cleared' ? 0 : m.closures}
          gaps={m.gaps}
          left={m.phase === 'cooling' ? Math.max(0, (m.readyAt - now) / Math.max(1, m.readyAt - m.since)) : m.phase === 'holding' ? Math.max(0, (m.holdUntil - now) / Math.max(1, m.holdUntil - m.since)) : null}
          runnerColour={shot && m.phase !== 'cleared' ? (colours[0] ?? null) : null}
          numbers={marking}
          focus={active && marking ? focus : null}
          onCavity={marking ? onCavity : undefined}
          look={(c) => {
            const mark = shot?.marks.get(c.n);
            const filled = shot?.cavities.has(c.n) && m.phase !== 'cleared';
            return { colours: filled ? colours : [], mark: mark && mark.grade !== 'good' ? mark.grade : null, note: mark?.fault ? FAULTS[mark.fault].name : mark ? 'usable' : undefined };
          }}
        />
      </div>
    </section>
  );
}
