import type { ReactNode } from 'react';
import { MAKES, stageLayers } from '../../core/build/build.ts';
import type { ShotState } from '../../core/session/index.ts';
import { lotsFor } from '../../core/session/inserts.ts';
import { asAsked, colourOfShot } from '../../core/session/likeness.ts';
import { mixIn } from '../../core/session/mixIn.ts';
import type { SessionState, RunState } from '../../core/session/state.ts';
import { isKept, count } from '../../core/session/summary.ts';
import { Layers } from '../../ui/Bait.tsx';
import { stationsOf, shapeFor, wholePath } from '../../ui/baitPath.ts';
import { drawBuild } from '../../ui/drawLayers.ts';
import { jobsOf, layerCup, layerCupKey } from '@/core/session/index.ts';

/** A tray with so many small baits in it, each drawn as it is. */
function Tray({
  n: count,
  slots,
  draw,
  label,
}: {
  n: number;
  slots: number;
  draw: ReactNode;
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
      {Array.from({ length: Math.min(count, slots) }, (_, i) => (
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
export function heapsOf(state: SessionState, run: RunState): Heap[] {
  const heaps = new Map<string, Heap>();
  for (const shot of state.shots.values()) {
    if (shot.job !== run.key || !isKept(shot) || shot.rackedAt === null) continue;
    const asked = asAsked(state, shot);
    const colour = colourOfShot(state, shot);
    const key = asked ? 'asked' : `${shot.bait.id}/${colour.id}/${colour.name}/${shot.build.key}`;
    const heap = heaps.get(key) ?? { key, shots: [], asked };
    heap.shots.push(shot);
    heaps.set(key, heap);
  }
  return [...heaps.values()];
}
/** Colour a layer of a shot had: what was in its cup when it was drawn or poured. */
function colourIn(
  state: SessionState,
  shot: ShotState | undefined,
  run: RunState,
): (layer: string) => string {
  const portions = shot
    ? [
        ...[...new Set(shot.cavities.values())].flatMap(
          (day) => state.draws.get(day)?.barrels ?? [],
        ),
        ...shot.poured,
      ]
    : [];
  return (layer) => {
    const portion = portions.find((portion) => portion.layer === layer);
    const cup = state.cups.get(portion?.cup ?? layerCupKey(run, layer));
    if (!cup) return 'var(--soft)';
    return portion && portion.apart !== 0
      ? mixIn(cup, cup.name, state.snapshot.colour.materials, portion.trail).colour
      : cup.colour;
  };
}
const SCALE = 28;
/** Small baits as they lie here, slender ones drawn deeper, so that their colours can be told. */
function SmallBait({ state, run, shot }: { state: SessionState; run: RunState; shot?: ShotState }) {
  const mould = run.tools.moulds.find(({ id }) => String(id) === shot?.mould);
  const stations = stationsOf(mould?.bait?.outline ?? run.job.bait.outline);
  const lift = shapeFor(stations).most;
  const deep = Math.min(2, 0.4 / (lift.up + lift.down));
  const tint = colourIn(state, shot, run);
  return (
    <g transform={`translate(0 ${-lift.down * SCALE * deep - 1}) scale(1 ${deep})`}>
      <Layers
        stations={stations}
        layers={drawBuild(shot?.build ?? run.job.build, (layer) => tint(layer.key))}
        length={SCALE}
      />
      <path d={wholePath(stations, SCALE)} fill="none" stroke="var(--ink)" strokeWidth="0.3" />
    </g>
  );
}
/** Most baits that are drawn on one tray. */
const MOST_DRAWN = 64;

/** Who asked for what a job shoots. */
const askedBy = ({ lines }: RunState['job']): string =>
  [...new Set(lines.map((line) => line.for))].join(', ') || 'for the shelf';

/** A tray of baits of one shape and colour: what was asked of it, or what goes to stock. */
export function BaitTray({
  state,
  run,
  heap,
}: {
  state: SessionState;
  run: RunState;
  heap: Heap | null;
}) {
  const planned = jobsOf(state).find((job) => job.key === run.job.key) ?? run.job;
  const shots = heap?.shots ?? [];
  const shot = shots.at(-1);
  const { good, usable } = count(shots);
  // What nobody asked for is known by the colour it came out in, and goes to stock.
  const other = shot && heap && !heap.asked ? colourOfShot(state, shot).name : null;
  // Shot for the shelf, or in another colour than was asked: there is nothing to count against.
  const asked = other === null ? planned.lines.reduce((sum, line) => sum + line.count, 0) : 0;
  const name = shot?.bait.name ?? planned.bait.name;
  const goesTo = other === null ? askedBy(planned) : `${other}: to stock`;
  return (
    <section className="mb-3" aria-label={`Tray ${name}${other === null ? '' : `, ${other}`}`}>
      <p className="flex justify-between gap-2">
        <b className="truncate">{name}</b>
        <span className="shrink-0">
          <b className="figure">{good}</b>
          {asked > 0 && (
            <>
              {' '}
              of <b className="figure">{asked}</b>
            </>
          )}
        </span>
      </p>
      <Tray
        n={good}
        slots={Math.min(MOST_DRAWN, Math.max(asked, good))}
        label={`${good} good baits on the tray`}
        draw={<SmallBait {...{ state, run, shot }} />}
      />
      <p className="hint truncate">
        {goesTo}
        {usable ? `; ${usable} usable` : ''}
      </p>
    </section>
  );
}

/** Inserts laid by for the stage after. */
export function InsertTray({
  state,
  run,
  next,
}: {
  state: SessionState;
  run: RunState;
  next: RunState;
}) {
  const lots = lotsFor(state, next);
  const left = lots.reduce((sum, lot) => sum + lot.left, 0);
  const made = lots.reduce((sum, lot) => sum + lot.made, 0);
  const many = MAKES[run.stage.makes].many;
  const colours = stageLayers(run.stage).map(
    (stageLayer) => layerCup(state, run, stageLayer.key)?.colour ?? 'var(--soft)',
  );
  const draw = (
    <g>
      {colours.map((colour, i) => (
        <rect
          key={i}
          x="3"
          y={-9 + (i * 8) / colours.length}
          width="22"
          height={8 / colours.length}
          fill={colour}
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
        {lots.some((lot) => !lot.oiled && lot.left > 0) ? '; some dry' : ', oiled'}
      </p>
    </section>
  );
}
