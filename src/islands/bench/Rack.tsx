import { MAKES, stageLayers } from '@/core/build/index.ts';
import type { RunState, SessionState, ShotState } from '@/core/session/index.ts';
import {
  asAsked,
  colourOfShot,
  count,
  FAULTS,
  faultStage,
  isKept,
  lotsFor,
  mixIn,
} from '@/core/session/index.ts';
import { dress } from '@/ui/dress.ts';
import { Layers } from '@/ui/Bait.tsx';
import { shapeFor, stationsOf, wholePath } from '@/ui/baitPath.ts';

/** A tray with so many small baits in it, each drawn as it is. */
function Tray({
  n,
  slots,
  draw,
  label,
}: {
  n: number;
  slots: number;
  draw: React.ReactNode;
  label: string;
}) {
  const across = 6;
  const rows = Math.max(1, Math.ceil(slots / across));
  return (
    <svg
      viewBox={`0 0 ${across * 32 + 6} ${rows * 15 + 8}`}
      className="block w-full"
      role="img"
      aria-label={label}
    >
      {Array.from({ length: Math.min(n, slots) }, (_, i) => (
        <g
          key={i}
          transform={`translate(${4 + (i % across) * 32} ${rows * 15 - 2 - Math.floor(i / across) * 15})`}
        >
          {draw}
        </g>
      ))}
      <path
        d={`M1 0V${rows * 15 + 4}H${across * 32 + 5}V0`}
        className="line-art"
        style={{ strokeWidth: 2 }}
      />
    </svg>
  );
}

/** Baits of one shape, colour and build of a run, as they lie on one tray. */
interface Heap {
  key: string;
  shots: ShotState[];
  asked: boolean;
}
function heapsOf(s: SessionState, run: RunState): Heap[] {
  const heaps = new Map<string, Heap>();
  for (const x of s.shots.values()) {
    if (x.job !== run.key || !isKept(x) || x.rackedAt === null) continue;
    const asked = asAsked(s, x);
    const colour = colourOfShot(s, x);
    const key = asked ? 'asked' : `${x.bait.id}/${colour.id}/${colour.name}/${x.build.key}`;
    const heap = heaps.get(key) ?? { key, shots: [], asked };
    heap.shots.push(x);
    heaps.set(key, heap);
  }
  return [...heaps.values()];
}

/** Colour a layer of a shot had: what was in its cup when it was drawn or poured. */
function colourIn(
  s: SessionState,
  shot: ShotState | undefined,
  run: RunState,
): (layer: string) => string {
  const portions = shot
    ? [
        ...[...new Set(shot.cavities.values())].flatMap((d) => s.draws.get(d)?.barrels ?? []),
        ...shot.poured,
      ]
    : [];
  return (layer) => {
    const p = portions.find((x) => x.layer === layer);
    const cup = s.cups.get(p?.cup ?? String(run.job.layers[layer]));
    if (!cup) return 'var(--soft)';
    return p && p.apart !== 0
      ? mixIn(cup, cup.name, s.snapshot.colour.materials, p.trail).colour
      : cup.colour;
  };
}

function BaitTray({ s, run, heap }: { s: SessionState; run: RunState; heap: Heap | null }) {
  const planned = s.snapshot.input.jobs.find((j) => j.key === run.job.key) ?? run.job;
  const shot = heap?.shots.at(-1);
  const { good, usable } = count(heap?.shots ?? []);
  const own = heap === null || heap.asked;
  const need = own ? planned.lines.reduce((sum, l) => sum + l.count, 0) : good;
  const stations = stationsOf(
    run.tools.moulds.find((m) => String(m.id) === shot?.mould)?.bait?.outline ??
      run.job.bait.outline,
  );
  const k = 28;
  const lift = shapeFor(stations).most;
  // Small as they lie here, slender ones are drawn deeper, so that their colours can be told.
  const deep = Math.min(2, 0.4 / (lift.up + lift.down));
  const tint = colourIn(s, shot, run);
  const drawn = dress(shot?.build ?? run.job.build, (l) => tint(l.key));
  const name = shot?.bait.name ?? planned.bait.name;
  return (
    <section
      className="mb-3"
      aria-label={`Tray ${name}${shot && !own ? `, ${colourOfShot(s, shot).name}` : ''}`}
    >
      <p className="flex justify-between gap-2">
        <b className="truncate">{name}</b>
        <span className="shrink-0">
          <b className="figure">{good}</b>
          {own && (
            <>
              {' '}
              of <b className="figure">{need}</b>
            </>
          )}
        </span>
      </p>
      <Tray
        n={good}
        slots={Math.min(64, Math.max(need, good))}
        label={`${good} good baits on the tray`}
        draw={
          <g transform={`translate(0 ${-lift.down * k * deep - 1}) scale(1 ${deep})`}>
            <Layers stations={stations} layers={drawn} length={k} />
            <path d={wholePath(stations, k)} fill="none" stroke="var(--ink)" strokeWidth="0.3" />
          </g>
        }
      />
      <p className="hint truncate">
        {own
          ? planned.lines
              .map((l) => l.for)
              .filter((f, i, all) => all.indexOf(f) === i)
              .join(', ')
          : `${colourOfShot(s, shot!).name}: to stock`}
        {usable ? `; ${usable} usable` : ''}
      </p>
    </section>
  );
}

/** Inserts laid by for the stage after. */
function InsertTray({ s, run, next }: { s: SessionState; run: RunState; next: RunState }) {
  const lots = lotsFor(s, next);
  const left = lots.reduce((n, l) => n + l.left, 0);
  const made = lots.reduce((n, l) => n + l.made, 0);
  const many = MAKES[run.stage.makes].many;
  const colours = stageLayers(run.stage).map(
    (l) => s.cups.get(String(run.job.layers[l.key]))?.colour ?? 'var(--soft)',
  );
  const draw = (
    <g>
      {colours.map((c, i) => (
        <rect
          key={i}
          x="3"
          y={-9 + (i * 8) / colours.length}
          width="22"
          height={8 / colours.length}
          fill={c}
        />
      ))}
      <rect x="3" y="-9" width="22" height="8" fill="none" stroke="var(--ink)" strokeWidth="0.6" />
    </g>
  );
  return (
    <section className="mb-3" aria-label={`${many} laid by`}>
      <p className="flex justify-between gap-2">
        <b className="truncate">
          {many[0]!.toUpperCase()}
          {many.slice(1)} laid by
        </b>
        <span className="shrink-0">
          <b className="figure">{left}</b>
          {made > left ? ` of ${made}` : ''}
        </span>
      </p>
      <Tray
        n={left}
        slots={Math.min(32, Math.max(8, left))}
        label={`${left} ${many} laid by`}
        draw={draw}
      />
      <p className="hint truncate">
        for {run.job.bait.name}
        {lots.some((l) => !l.oiled && l.left > 0) ? '; some dry' : ', oiled'}
      </p>
    </section>
  );
}

/** Trays filling bait by bait, one for each job, to the count its lines want; inserts on theirs. */
export function Rack({ s }: { s: SessionState }) {
  return (
    <>
      {[...s.runs.values()].map((run) => {
        const next = [...s.runs.values()].find(
          (r) => r.job.key === run.job.key && r.stage.takes === run.stage.key,
        );
        const heaps = heapsOf(s, run);
        if (run.stage.makes === 'bait')
          return [heaps.find((h) => h.asked) ?? null, ...heaps.filter((h) => !h.asked)].map((h) => (
            <BaitTray key={`${run.key}/${h?.key ?? 'asked'}`} s={s} run={run} heap={h} />
          ));
        return next ? <InsertTray key={run.key} s={s} run={run} next={next} /> : null;
      })}
    </>
  );
}

/** What has been going wrong this evening, in a line. */
export function Faults({ s }: { s: SessionState }) {
  const counts = new Map<string, { n: number; stage: string }>();
  for (const shot of s.shots.values()) {
    const i = shot.build.stages.findIndex((x) => x.key === shot.stage.key);
    for (const m of shot.marks.values())
      if (m.fault)
        counts.set(m.fault, {
          n: (counts.get(m.fault)?.n ?? 0) + 1,
          stage: shot.build.stages.length > 1 ? faultStage(shot.build.stages, i, m.fault) : '',
        });
  }
  if (counts.size === 0) return <p className="hint">No faults marked yet.</p>;
  const [worst, { stage }] = [...counts].sort((a, b) => b[1].n - a[1].n)[0]!;
  const entry = FAULTS[worst as keyof typeof FAULTS];
  return (
    <div>
      <p className="text-sm">
        {[...counts]
          .map(([f, { n }]) => `${FAULTS[f as keyof typeof FAULTS].name} ${n}`)
          .join(', ')}
      </p>
      <p className="hint">
        Most often {entry.name}
        {stage ? ` (${stage.toLowerCase()})` : ''}: {entry.remedy}.
      </p>
    </div>
  );
}
