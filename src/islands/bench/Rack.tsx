import { layersOf } from '@/core/build/index.ts';
import type { SessionState } from '@/core/session/index.ts';
import { count, FAULTS } from '@/core/session/index.ts';

/** Trays filling bait by bait, one for each job, to the count its lines want. */
export function Rack({ s }: { s: SessionState }) {
  return (
    <>
      {[...s.jobs.values()].map((job) => {
        const shots = [...s.shots.values()].filter((x) => x.job === job.key && !x.trial && x.rackedAt !== null);
        const { good, usable } = count(shots);
        const need = job.job.lines.reduce((sum, l) => sum + l.count, 0);
        const colours = layersOf(job.job.build).map((l) => s.cups.get(String(job.job.layers[l.key]))?.colour ?? 'var(--soft)');
        const slots = Math.min(96, Math.max(need, good));
        const across = 16;
        const rows = Math.ceil(slots / across);
        return (
          <section key={job.key} className="mb-3" aria-label={`Tray ${job.job.bait.name}`}>
            <p className="flex justify-between gap-2"><b className="truncate">{job.job.bait.name}</b><span className="shrink-0"><b className="figure">{good}</b> of <b className="figure">{need}</b></span></p>
            <svg viewBox={`0 0 ${across * 12 + 6} ${rows * 15 + 8}`} className="block w-full" role="img" aria-label={`${good} good baits on the tray`}>
              {Array.from({ length: Math.min(good, slots) }, (_, i) => {
                const x = 5 + (i % across) * 12;
                const y = rows * 15 - 12 - Math.floor(i / across) * 15;
                return <g key={i}><rect x={x} y={y} width="7" height={colours.length > 1 ? 6 : 12} fill={colours[0]} />{colours[1] && <rect x={x} y={y + 6} width="7" height="6" fill={colours[1]} />}</g>;
              })}
              <path d={`M1 0V${rows * 15 + 4}H${across * 12 + 5}V0`} className="line-art" style={{ strokeWidth: 2 }} />
            </svg>
            <p className="hint truncate">{job.job.lines.map((l) => l.for).filter((f, i, all) => all.indexOf(f) === i).join(', ')}{usable ? `; ${usable} usable` : ''}</p>
          </section>
        );
      })}
    </>
  );
}

/** What has been going wrong this evening, in a line. */
export function Faults({ s }: { s: SessionState }) {
  const counts = new Map<string, number>();
  for (const shot of s.shots.values()) for (const m of shot.marks.values()) if (m.fault) counts.set(m.fault, (counts.get(m.fault) ?? 0) + 1);
  if (counts.size === 0) return <p className="hint">No faults marked yet.</p>;
  const [worst] = [...counts].sort((a, b) => b[1] - a[1])[0]!;
  return (
    <div>
      <p className="text-sm">{[...counts].map(([f, n]) => `${FAULTS[f as keyof typeof FAULTS].name} ${n}`).join(', ')}</p>
      <p className="hint">Most often {FAULTS[worst as keyof typeof FAULTS].name}: {FAULTS[worst as keyof typeof FAULTS].remedy}.</p>
    </div>
  );
}
