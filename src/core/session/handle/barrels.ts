import { PUSHES } from '../../build/index.ts';
import { rigOf } from '../../plan/index.ts';
import { sum } from '../../shot/index.ts';
import { drawWarnings } from '../guard.ts';
import { heatByDraw } from './barrelHeat.ts';
import type { Handlers } from './parts.ts';
import { cool, give, hold, massFor, mould, newShot, rhoOf, standIn } from './parts.ts';
import { alter } from '../alter.ts';
import { portion, windowHeat, takeInserts, shoot } from './shoot.ts';

export const BARRELS: Pick<
  Handlers,
  'drawn' | 'poured' | 'shot' | 'stopped' | 'emptied' | 'cleaned'
> = {
  drawn: (state, event) => {
    const { draw, injector: key, job, barrels } = event.payload;
    const injector = state.injectors.get(key);
    const run = state.runs.get(job);
    if (!injector || !run || state.draws.has(draw)) return;
    const foreseen = new Map(
      barrels.flatMap((barrel) =>
        barrel.celsius === undefined
          ? []
          : [[barrel.cup, { celsius: barrel.celsius, sd: barrel.sd ?? 2 }] as const],
      ),
    );
    const warned = drawWarnings(state, run, event.at, undefined, foreseen);
    const against = warned.map((warning) => warning.code);
    const taken = barrels.map((barrel) =>
      portion(state, barrel.layer, barrel.cup, { ml: barrel.ml }, windowHeat(run), barrel.celsius),
    );
    const hot = taken.flatMap((portion) => (portion.celsius === null ? [] : [portion.celsius]));
    if (hot.length > 0) heatByDraw(state, injector, Math.max(...hot), event.at);
    state.draws.set(draw, {
      id: draw,
      n: state.draws.size + 1,
      at: event.at,
      job,
      injector: key,
      barrels: taken.map((portion, i) => ({ ...portion, ml: barrels[i]!.ml })),
      against,
      said: warned.map((warning) => warning.sentence),
      plug: null,
    });
    injector.draw = draw;
    injector.draws += 1;
    injector.shotsSinceEmpty = 0;
    const stays = (other: { cup: string; layer: string }) =>
      taken.some((portion) => portion.cup === other.cup && portion.layer === other.layer);
    // Another colour pushes out what still stood in the barrels: it is kept as a puck.
    state.puckG += sum(
      injector.contents.filter((content) => !stays(content)).map((content) => content.grams),
    );
    injector.contents = taken.map((portion) => ({
      cup: portion.cup,
      layer: portion.layer,
      grams:
        portion.grams +
        (injector.contents.find(
          (content) => content.cup === portion.cup && content.layer === portion.layer,
        )?.grams ?? 0),
    }));
    taken.forEach((portion, i) => (injector.stained[run.tools.order[i] ?? i] = portion.cup));
  },
  poured: (state, event) => {
    const { mould: key, job, layer, cup: from, grams, trial, again } = event.payload;
    const mould = state.moulds.get(key);
    const run = state.runs.get(job);
    if (
      !mould ||
      !run ||
      !(mould.phase === 'open' || (mould.phase === 'closed' && run.stage.by === 'rod'))
    )
      return;
    const held = mould.pours.findIndex((pour) => pour.layer === layer);
    if (held >= 0 && !again) return;
    if (held >= 0) state.puckG += mould.pours.splice(held, 1)[0]!.grams;
    for (const drawWarning of drawWarnings(state, run, event.at, from)) {
      mould.pouredAgainst.add(drawWarning.code);
      mould.pouredSaid.add(drawWarning.sentence);
    }
    mould.pours.push(
      portion(state, layer, from, { grams }, windowHeat(run), event.payload.celsius),
    );
    if (
      run.stage.layers.length > 0 ||
      run.stage.pours.some((pour) => !mould.pours.some((portion) => portion.layer === pour.key))
    )
      return;
    // Nothing is shot after: the last layer makes the bait.
    const draw = `hand/${mould.key}/${mould.cycles + 1}`;
    const against = [...mould.pouredAgainst];
    state.draws.set(draw, {
      id: draw,
      n: state.draws.size + 1,
      at: event.at,
      job,
      injector: 'hand',
      barrels: mould.pours,
      against,
      said: [...mould.pouredSaid],
      plug: null,
    });
    const shot = newShot(state, run, mould, event.at, trial, against, [...mould.pouredSaid]);
    const mass = massFor(state, run, mould);
    const all = sum(mould.pours.map((pour) => pour.grams));
    const feed = Math.min(mass.feed, all);
    const weights = mould.mould.cavities.map((cavity) => ({
      n: cavity.n,
      g: sum([...mass.poured.values()].map((by) => by.get(cavity.n) ?? 0)),
    }));
    const whole = sum(weights.map((weight) => weight.g));
    for (const { n: count, g: grams } of weights) {
      shot.cavities.set(count, draw);
      shot.grams.set(count, whole > 0 ? ((all - feed) * grams) / whole : 0);
    }
    takeInserts(run, mould, shot, [...shot.cavities.keys()]);
    shot.poured = [];
    mould.pouredAgainst = new Set();
    mould.pouredSaid = new Set();
    shot.baitsG = all - feed;
    shot.feedG = feed;
    standIn(state, run, mould, shot);
    if (run.stage.by === 'rod') hold(state, mould, event.at, PUSHES[run.stage.push].hold);
    else {
      cool(state, mould, event.at);
      // An open mould has no sprue to top off.
      alter(mould, { toppedOff: true, looked: true });
    }
  },
  shot: (state, event) => {
    const mould = state.moulds.get(event.payload.mould);
    const run = state.runs.get(event.payload.job);
    if (mould && run)
      shoot(
        state,
        event,
        mould,
        run,
        [...state.injectors.values()].find((injector) => injector.draw === event.payload.draw),
      );
  },
  stopped: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      const shot = state.shots.get(mould.shot ?? '');
      if (mould.phase !== 'filling' || !shot) return;
      shot.stopped = event.payload.why;
      // What was poured for cavities left empty is peeled out.
      const poured = sum(shot.poured.map((portion) => portion.grams));
      state.puckG +=
        (poured * (mould.mould.cavities.length - shot.cavities.size)) / mould.mould.cavities.length;
      hold(state, mould, event.at, PUSHES[shot.stage.push].hold);
    }),
  emptied: (state, event) => {
    const injector = state.injectors.get(event.payload.injector);
    if (!injector) return;
    const draw = state.draws.get(injector.draw ?? '');
    if (draw) draw.plug = event.payload.plug;
    const mixed = new Set(injector.contents.map((content) => content.cup)).size > 1;
    const run = state.runs.get(draw?.job ?? '');
    // What stood in the barrels says where it belongs, whatever the run shoots by now.
    const mixedTo =
      injector.contents.find((content) => content.layer === run?.tools.mixedTo)?.cup ?? 'puck';
    const block = run ? (rigOf(run)?.block ?? null) : injector.block;
    for (const content of injector.contents) {
      const rho = rhoOf(state.cups.get(content.cup), run ? windowHeat(run) : 165);
      // The block's share and what was pushed out hold both colours; the barrel's own rest is
      // clean.
      const crossed =
        event.payload.habit === 'plug'
          ? content.grams
          : Math.min(
              content.grams,
              ((block?.heel ?? 0) / injector.contents.length + state.snapshot.bench.purge) * rho,
            );
      give(state, content.cup, content.grams - crossed);
      give(state, mixed ? mixedTo : content.cup, crossed);
    }
    alter(injector, { contents: [], draw: null, shotsSinceEmpty: 0 });
  },
  cleaned: (state, event) => {
    const injector = state.injectors.get(event.payload.injector);
    if (injector) injector.stained = injector.stained.map(() => null);
  },
};
