import type { Build } from './build.ts';
import { BLOCKS, layersOf, MAKES, stageLayers } from './build.ts';
import type { PlaceKey } from './place.ts';
import { place } from './place.ts';

export interface Misfit {
  code: string;
  /** stage it is about; '' = the build */
  stage: string;
  sentence: string;
}

const spans = (key: PlaceKey, s: number): [number, number][] =>
  place(key).bands.flatMap((b) => (s >= b.from && s <= b.to ? [b.edges(s)] : []));

/** Whether two layers of one stage claim the same part of the bait. */
export function overlap(a: PlaceKey, b: PlaceKey): boolean {
  if (!place(a).alone || !place(b).alone) return false;
  if (a === b) return true;
  // Ribbons lie in their ground; a core lies in its shell.
  if ([a, b].includes('marbleB') && [a, b].includes('marbleA')) return false;
  for (let s = 0.05; s < 1; s += 0.05) {
    for (const [u1, l1] of spans(a, s))
      for (const [u2, l2] of spans(b, s))
        if (Math.min(u1, u2) - Math.max(l1, l2) > 0.05) return true;
  }
  return false;
}

const and = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What in a build cannot be shot whatever the moulds, in plain words. Empty = it can. */
export function checkBuild(b: Build): Misfit[] {
  const out: Misfit[] = [];
  const say = (code: string, stage: string, sentence: string) =>
    out.push({ code, stage, sentence });
  const keys = layersOf(b).map((l) => l.key);
  for (const twice of keys.filter((k, i) => keys.indexOf(k) !== i))
    say('layer-twice', '', `Two layers are called “${twice}”; each wants a name of its own.`);
  for (const twice of b.stages.map((s) => s.key).filter((k, i, all) => all.indexOf(k) !== i))
    say('stage-twice', twice, `Two stages are called “${twice}”.`);
  b.stages.forEach((s, i) => {
    const last = i === b.stages.length - 1;
    const barrels = s.layers.length;
    if (stageLayers(s).length === 0)
      say(
        'no-layers',
        s.key,
        `${s.name}: nothing goes into this mould. Give it a barrel, or something poured.`,
      );
    if (barrels > 1 && !s.block)
      say('no-block', s.key, `${s.name}: ${barrels} barrels want a block.`);
    if (s.block && BLOCKS[s.block].barrels !== barrels)
      say(
        'block-barrels',
        s.key,
        `${s.name}: a ${BLOCKS[s.block].name} joins ${BLOCKS[s.block].barrels} barrels; this stage has ${barrels}.`,
      );
    if (barrels < 2 && !s.yoked)
      say('yoke', s.key, `${s.name}: only two or three barrels can be pulsed in turn.`);
    if (last !== (s.makes === 'bait'))
      say(
        'makes',
        s.key,
        last
          ? `${s.name}: the last stage makes the bait.`
          : `${s.name}: only the last stage makes the bait; this one makes inserts.`,
      );
    if (s.rods && s.makes !== 'shell')
      say(
        'rods',
        s.key,
        `${s.name}: rods keep a channel open in a shell; this stage makes ${MAKES[s.makes].many}.`,
      );
    for (const [a, l] of s.layers.entries())
      for (const m of s.layers.slice(a + 1))
        if (overlap(l.place, m.place))
          say(
            'same-place',
            s.key,
            `${s.name}: ${l.name.toLowerCase()} and ${m.name.toLowerCase()} would lie in one place.`,
          );
    const from = s.takes === null ? null : b.stages.findIndex((x) => x.key === s.takes);
    if (from !== null && (from < 0 || from >= i))
      say('takes', s.key, `${s.name}: its insert must come from an earlier stage.`);
    const source = from !== null && from >= 0 && from < i ? b.stages[from]! : null;
    if (source && source.makes === 'bait')
      say('takes', s.key, `${s.name}: a finished bait is no insert.`);
    const cored = s.layers.some((l) => place(l.place).inside);
    if (cored && !source) say('core-alone', s.key, `${s.name}: a core wants a shell to lie in.`);
    if (cored && source && !source.rods)
      say(
        'no-channel',
        s.key,
        `${s.name}: a core cannot go through ${MAKES[source.makes].many} that have no channel. Shoot them with the rods in.`,
      );
    if (source?.makes === 'shell' && !cored)
      say('shell-empty', s.key, `${s.name}: the shell is full when only a core is left to shoot.`);
    for (const l of s.pours)
      if ((l.grams === null) === (l.share === null))
        say(
          'pour-amount',
          s.key,
          `${s.name}: say of ${l.name.toLowerCase()} how many grams, or which share of the cavity.`,
        );
    const shares = s.pours.reduce((n, l) => n + (l.share ?? 0), 0);
    if (barrels === 0 && s.pours.length > 0 && Math.abs(shares - 1) > 1e-6)
      say(
        'pour-shares',
        s.key,
        `${s.name}: what is poured fills ${Math.round(shares * 100)} % of the cavity; it should be all of it.`,
      );
    if (barrels > 0 && shares >= 1)
      say(
        'pour-full',
        s.key,
        `${s.name}: what is poured fills the cavity, and leaves ${and(barrels, 'barrel')} nothing.`,
      );
  });
  for (const s of b.stages)
    if (s.makes !== 'bait' && !b.stages.some((x) => x.takes === s.key))
      say('unused', s.key, `${s.name}: no later stage takes these ${MAKES[s.makes].many}.`);
  return out;
}
