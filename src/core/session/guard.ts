import { hasTop, place, stageLayers } from '../build/index.ts';
import { degrees, degreesApart, say, sayFlake } from '../quantity/index.ts';
import { Z80 } from '../heat/index.ts';
import { RUNS, VISCOSITY } from '../material/index.ts';
import { bleeding, lacking, strangeFlake } from './colouring.ts';
import type { CupState, MouldState, RunState, SessionState } from './state.ts';

/** What the bench says before a draw or a shot. It advises and notes; it never stops hot plastic. */
export interface Warning {
  code: keyof typeof WARNINGS;
  sentence: string;
}

export const WARNINGS = {
  unread: 'heat not read',
  stale: 'reading gone stale',
  cold: 'under the window',
  hot: 'over the window',
  unmatched: 'unmatched',
  unfused: 'never reached fusion',
  uncoloured: 'colour not finished',
  forgotten: 'something forgotten',
  bleeds: 'its dye bleeds at this heat',
  otherFlake: 'flake of another size',
  stirred: 'stirred since degassing',
  runsApart: 'runs unlike on the blade',
  open: 'not closed',
  unclamped: 'unclamped',
  gap: 'gap seen',
  loose: 'loose part not in',
  unseenTop: 'TOP not looked at',
  upsideDown: 'upside down',
  coldMould: 'mould not warmed',
  noInsert: 'an insert missing',
  insertGap: 'gap round an insert',
  dry: 'inserts not oiled',
  noPour: 'nothing poured first',
  worn: 'past its life',
} as const;

/** Cups of some layers of a run, each once. */
const cupsBy = (state: SessionState, run: RunState, keys: string[]): CupState[] =>
  [...new Set(keys.map((k) => String(run.job.layers[k])))]
    .map((key) => state.cups.get(key))
    .filter((c): c is CupState => c !== undefined);

/** Every cup a run works from: what is poured and what is shot. */
export const cupsOf = (state: SessionState, run: RunState): CupState[] =>
  cupsBy(
    state,
    run,
    stageLayers(run.stage).map((l) => l.key),
  );
/** Cups that must be at one heat for the draw: those of the barrels. */
export const drawCups = (state: SessionState, run: RunState): CupState[] =>
  cupsBy(
    state,
    run,
    run.stage.layers.map((l) => l.key),
  );
/** Cups whose heat counts now: of the barrels, or, where nothing is shot, of what is poured. */
export const heatCups = (state: SessionState, run: RunState): CupState[] =>
  run.stage.layers.length > 0 ? drawCups(state, run) : cupsOf(state, run);

/** A line that is wanted soft lets cups be so many times further apart (judgement). */
const SOFT = 3;
/** K the cups of a run may be apart at the draw. */
export const apartOf = (s: Pick<SessionState, 'snapshot'>, run: RunState): number =>
  s.snapshot.bench.tolerance * (run.job.colourway.line === 'soft' ? SOFT : 1);

/** The oven the next cup goes into: the one in use, or another while that is busy; null = all are busy. */
export function freeOven(s: SessionState): { id: number; level: number } | null {
  const busy = new Set([...s.cups.values()].flatMap((c) => (c.inOven ? [c.inOven.oven] : [])));
  if (!busy.has(s.oven.id)) return s.oven;
  const other = s.snapshot.heat.ovens.find((o) => !busy.has(o.id));
  return other ? { id: other.id, level: other.oven.level } : null;
}

/** K hotter a run is shot for each share of its last baits that came short, and at most (handbook §5: +5 to 10 °C). */
const HOTTER = { each: 20, most: 7, beside: 8 } as const;

/** K by which the window goes up for what came short in the last two shots of a run, whole. */
export function hotterFor(s: SessionState, run: RunState): number {
  const last = [...s.shots.values()]
    .filter((x) => x.job === run.key && x.markedAt !== null)
    .slice(-2);
  const baits = last.reduce((n, x) => n + x.cavities.size, 0);
  const short = last.reduce(
    (n, x) => n + [...x.marks.values()].filter((m) => m.fault === 'short').length,
    0,
  );
  return Math.round(Math.min(HOTTER.most, (HOTTER.each * short) / (baits + HOTTER.beside)));
}
/** The window a run is shot in now: what is asked of cups, warned of at a draw and drawn on the scale. */
export function windowNow(s: SessionState, run: RunState): { low: number; high: number } {
  const hotter = hotterFor(s, run);
  return { low: run.tools.window.low + hotter, high: run.tools.window.high + hotter };
}

/** Every oven no cup stands in, the one in use first. */
export function freeOvens(s: SessionState): { id: number; level: number }[] {
  const first = freeOven(s) ?? s.oven;
  const busy = new Set([...s.cups.values()].flatMap((c) => (c.inOven ? [c.inOven.oven] : [])));
  return [
    first,
    ...s.snapshot.heat.ovens
      .filter((o) => o.id !== first.id && !busy.has(o.id))
      .map((o) => ({ id: o.id, level: o.oven.level })),
  ];
}

/** Stirs after which bubbles are back, by when a cup was degassed: before colour some cannot be spared (judgements). */
const STIRS = { none: Infinity, cold: Infinity, 'before colour': 3, 'after colour': 1 } as const;

export const isFresh = (cup: CupState, now: number, stale: number): boolean =>
  cup.reading !== null && now - cup.reading.at <= stale * 1000;

/** Gap between the hottest and coldest cup of a job, K; null until all are read. */
export function gapOf(cups: CupState[]): number | null {
  if (cups.some((c) => !c.reading)) return null;
  const heats = cups.map((c) => c.reading!.celsius);
  return Math.max(...heats) - Math.min(...heats);
}

/**
 * What is wrong with drawing these cups now.
 * @param only the one cup that is poured from, where nothing is drawn
 * @param foreseen heats of cups as reckoned for the draw, °C: they count instead of readings gone stale
 */
export function drawWarnings(
  state: SessionState,
  run: RunState,
  now: number,
  only?: string,
  foreseen: ReadonlyMap<string, { celsius: number; sd: number }> = new Map(),
): Warning[] {
  const { units, bench } = state.snapshot;
  const cups =
    only === undefined
      ? heatCups(state, run)
      : [state.cups.get(only)].filter((c): c is CupState => c !== undefined);
  const out: Warning[] = [];
  // Under its own window a run is cold; over the one that went up for what came short it is hot.
  const window = { low: run.tools.window.low, high: windowNow(state, run).high };
  for (const cup of cups) {
    const { letter } = cup;
    const told = foreseen.get(cup.key);
    const reading = told
      ? {
          at: now,
          celsius: told.celsius,
          low: told.celsius - Z80 * told.sd,
          high: told.celsius + Z80 * told.sd,
        }
      : cup.reading;
    if (!reading) out.push({ code: 'unread', sentence: `${letter} has not been read.` });
    else if (now - reading.at > bench.stale * 1000)
      out.push({
        code: 'stale',
        sentence: `${letter} was read ${Math.round((now - reading.at) / 1000)} s ago; it has cooled since.`,
      });
    if (reading && reading.high < window.low)
      out.push({
        code: 'cold',
        sentence: `${letter} is ${degreesApart(window.low - reading.celsius, units)} under the window.`,
      });
    if (reading && reading.low > window.high)
      out.push({
        code: 'hot',
        sentence: `${letter} is ${degreesApart(reading.celsius - window.high, units)} over the window.`,
      });
    if (!cup.fused)
      out.push({
        code: 'unfused',
        sentence: `${letter} has not been seen at ${say(cup.limits.fusion, 'temperature', units)} or clear since it was charged.`,
      });
    if (!cup.coloured)
      out.push({ code: 'uncoloured', sentence: `${letter} is not marked as coloured.` });
    const lacks = cup.coloured ? lacking(cup, state.snapshot.colour.materials) : [];
    if (lacks.length > 0)
      out.push({
        code: 'forgotten',
        sentence: `${letter} has no ${lacks.map((i) => i.what).join(', no ')} in it yet.`,
      });
    for (const { what, size, wanted } of strangeFlake(cup, state.snapshot.colour.materials))
      out.push({
        code: 'otherFlake',
        sentence: `${letter} has ${what} in it, ${sayFlake(size, units)}; its mix wants ${sayFlake(wanted, units)}. Is that meant?`,
      });
    const weak = bleeding(cup, state.snapshot.colour.materials).filter(
      (m) => reading && reading.celsius > m.heat - 2,
    );
    if (weak.length > 0)
      out.push({
        code: 'bleeds',
        sentence: `${letter} is too hot for ${weak.map((m) => m.name).join(', ')}: ${weak.length > 1 ? 'their dye stands' : 'its dye stands'} ${degrees(Math.min(...weak.map((m) => m.heat)), units)}, and bleeds.`,
      });
    if (cup.degassed && cup.stirs >= STIRS[cup.degas])
      out.push({
        code: 'stirred',
        sentence: `${letter} was stirred ${cup.stirs === 1 ? 'once' : `${cup.stirs} times`} since it was degassed: bubbles are back. Slow turns, or the pot again.`,
      });
  }
  const gap =
    cups.every((c) => foreseen.has(c.key)) && cups.length > 0
      ? Math.max(...cups.map((c) => foreseen.get(c.key)!.celsius)) -
        Math.min(...cups.map((c) => foreseen.get(c.key)!.celsius))
      : gapOf(cups);
  if (
    only === undefined &&
    run.stage.layers.length > 1 &&
    gap !== null &&
    gap > apartOf(state, run)
  ) {
    out.push({
      code: 'unmatched',
      sentence: `${cups.map((c) => c.letter).join(' and ')} are ${degreesApart(gap, units)} apart; ${degreesApart(apartOf(state, run), units)} is allowed.`,
    });
  }
  const unlike = cups.filter((c) => c.runs !== 'alike');
  if (only === undefined && run.stage.layers.length > 1 && run.job.colourway.line !== 'soft') {
    for (const c of unlike) {
      const by = Math.abs(Math.log2(RUNS[c.runs])) * VISCOSITY.halves;
      out.push({
        code: 'runsApart',
        sentence: `${c.letter} runs ${c.runs} on the blade: ${degreesApart(by, units)} ${c.runs === 'thicker' ? 'hotter' : 'cooler'} would even it.`,
      });
    }
  }
  return out;
}

/** Parts that must be in a mould before a run closes it: its own loose ones, and the core rods. */
export const partsIn = (run: RunState, { mould }: MouldState): string[] => [
  ...mould.loose,
  ...(run.stage.rods && mould.rod ? ['core rods'] : []),
];

/** Cavities of a mould that still want an insert of this run. */
export const unloaded = (run: RunState, m: MouldState): number[] =>
  run.stage.takes ? m.mould.cavities.map((c) => c.n).filter((n) => !m.loaded.has(n)) : [];

/** What is poured by hand before this run's mould is closed, and is not in it yet. */
export const unpoured = (run: RunState, m: MouldState) =>
  run.stage.pours.filter((p) => !m.pours.some((x) => x.layer === p.key));

/** What of a mould is worth knowing while the plastic is still in its cup: closed, clamped, no gap, each insert in, the right way up. */
const BEFORE_DRAW = new Set<Warning['code']>([
  'unclamped',
  'gap',
  'loose',
  'noInsert',
  'insertGap',
  'upsideDown',
  'unseenTop',
]);
export const mouldDrawWarnings = (state: SessionState, m: MouldState, run: RunState): Warning[] =>
  m.phase === 'closed' ? mouldWarnings(state, m, run).filter((w) => BEFORE_DRAW.has(w.code)) : [];

/** What is wrong with shooting into this mould now. */
export function mouldWarnings(state: SessionState, m: MouldState, run: RunState): Warning[] {
  const { units } = state.snapshot;
  const { mould } = m;
  const out: Warning[] = [];
  const parts = partsIn(run, m);
  const open = mould.closure === 'open';
  if (m.phase === 'open' && !open)
    out.push({ code: 'open', sentence: `${mould.name} is not closed.` });
  else if (m.closures < mould.closures && !open)
    out.push({
      code: 'unclamped',
      sentence: `${mould.name} has ${m.closures} of its ${mould.closures} closures on.`,
    });
  if (m.gaps.length > 0)
    out.push({
      code: 'gap',
      sentence: `${mould.name}: a gap shows on the ${m.gaps.join(' and ')}. It will flash.`,
    });
  if (parts.length > 0 && m.phase !== 'open' && !m.looseIn)
    out.push({ code: 'loose', sentence: `${mould.name}: ${parts.join(', ')} not in.` });
  const empty = m.phase === 'filling' ? [] : unloaded(run, m);
  if (empty.length > 0)
    out.push({
      code: 'noInsert',
      sentence: `${mould.name}: nothing lies in ${empty.length === 1 ? `cavity ${empty[0]}` : `${empty.length} cavities`}.`,
    });
  if (m.gapped.size > 0)
    out.push({
      code: 'insertGap',
      sentence: `${mould.name}: a gap round the insert in ${[...m.gapped].join(', ')}. It will flash past it.`,
    });
  if ([...m.loaded.values()].some((id) => state.lots.get(id)?.oiled === false))
    out.push({ code: 'dry', sentence: `Inserts in ${mould.name} were laid by dry.` });
  if (run.stage.layers.length > 0 && m.phase !== 'filling' && unpoured(run, m).length > 0)
    out.push({
      code: 'noPour',
      sentence: `${mould.name}: no ${unpoured(run, m)
        .map((p) => p.name.toLowerCase())
        .join(', ')} poured.`,
    });
  if (hasTop(run.stage) && m.top === 'unseen')
    out.push({ code: 'unseenTop', sentence: `TOP of ${mould.name} has not been looked at.` });
  if (hasTop(run.stage) && m.top === 'wrong')
    out.push({
      code: 'upsideDown',
      sentence: `The block stands the wrong way over ${mould.name}: ${run.stage.layers
        .filter((l) => place(l.place).over !== 'both')
        .map((l) => l.name.toLowerCase())
        .join(' and ')} would change places.`,
    });
  if (!m.warmed)
    out.push({
      code: 'coldMould',
      sentence: `${mould.name} was not warmed; it likes ${degrees(mould.warmTo, units)}.`,
    });
  if (mould.life !== null && m.given + m.cycles >= mould.life)
    out.push({
      code: 'worn',
      sentence: `${mould.name} has given the ${mould.life} shots it was made for.`,
    });
  return out;
}

/** Readings closer than this say more of the thermometer than of the cup, ms. */
const TREND_APART = 10_000;

/** How fast a cup's heat is changing between its last two readings, K a minute; null when they do not tell. */
export function trendOf(cup: CupState): number | null {
  const { reading, before } = cup;
  if (!reading || !before || reading.stage || before.stage || reading.at - before.at < TREND_APART)
    return null;
  return ((reading.celsius - before.celsius) / (reading.at - before.at)) * 60_000;
}
