import { scrapG } from '../../effects/grams.ts';
import { skipOf } from '../../skips.ts';
import type { SessionState } from '../../state.ts';
import type { ShotState } from '../../state/shot.ts';
import type { Send } from '../../step.ts';
import { eachShot } from './each.ts';

/**
 * Where a shot's sprue goes, and its shorts and seconds: by the cups it was drawn and poured from,
 * whatever the run shoots by now. What went through one nozzle in one colour is that colour; baits
 * with inserts or pours in them are mixed.
 */
export function goesBack(state: SessionState, shot: ShotState): { sprue: string; scrap: string } {
  const run = state.runs.get(shot.job);
  const drawn = [...new Set(shot.cavities.values())].flatMap(
    (day) => state.draws.get(day)?.barrels ?? [],
  );
  const one = (portions: { cup: string }[]): string | null =>
    new Set(portions.map((portion) => portion.cup)).size === 1 ? portions[0]!.cup : null;
  const mixed =
    [...drawn, ...shot.poured].find((portion) => portion.layer === run?.tools.mixedTo)?.cup ??
    'puck';
  const scrap = shot.inserts.size > 0 ? 'puck' : (one([...drawn, ...shot.poured]) ?? mixed);
  return { sprue: one(drawn.length > 0 ? drawn : shot.poured) ?? mixed, scrap };
}

/** A shot's sprue and shorts put by where they go as a rule. */
export function sprueBack(
  state: SessionState,
  shot: ShotState,
): { to: string; scrap: string; apart: boolean; send: Send } {
  const { sprue: to, scrap } = goesBack(state, shot);
  const apart = scrap !== to && scrapG(state, shot) > 0;
  const payload = { shot: shot.id, to, ...(apart ? { scrap } : {}) };
  return { to, scrap, apart, send: { kind: 'returned', payload } };
}

export const sprue = eachShot(({ state, mould, shot }) => {
  if (mould.phase.is !== 'marked') return null;
  const { to, scrap, apart, send } = sprueBack(state, shot);
  const several = to === 'puck';
  const where = state.cups.get(to);
  const elsewhere: { label: string; send: Send }[] = [...state.cups.values()]
    .filter((cup) => cup.charges > 0 && cup.key !== to)
    .slice(0, 2)
    .map((cup) => ({
      label: `Into ${cup.letter}`,
      send: { kind: 'returned', payload: { shot: shot.id, to: cup.key } },
    }));
  if (to !== 'puck')
    elsewhere.push({
      label: 'To the pucks',
      send: { kind: 'returned', payload: { shot: shot.id, to: 'puck' } },
    });
  const what = shot.feedG > 0 ? (apart ? 'Sprue' : 'Sprue and shorts') : 'Shorts';
  const scrapTo = scrap === 'puck' ? 'the pucks' : (state.cups.get(scrap)?.letter ?? '?');
  return {
    key: 'sprue',
    target: mould.key,
    sentence: `${what} back to ${where ? where.letter : 'the pucks'}`,
    detail: where
      ? 'Cut small; they are cooked with the cup at the next ' +
        `reheat.${apart ? ` Baits with two colours in them go to ${scrapTo}.` : ''}`
      : `${several ? 'Two colours together: kept' : 'Kept'} as a puck, sorted by colour.`,
    label: where ? `They are in ${where.letter}` : 'They are put by',
    send,
    others: elsewhere,
    skip: skipOf('sprue', mould),
  };
});
