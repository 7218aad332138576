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

const spans = (key: PlaceKey, along: number): [number, number][] =>
  place(key).bands.flatMap((band) =>
    along >= band.from && along <= band.to ? [band.edges(along)] : [],
  );

/** Whether two layers of one stage claim the same part of the bait. */
export function overlap(placeKey: PlaceKey, bait: PlaceKey): boolean {
  if (!place(placeKey).alone || !place(bait).alone) return false;
  if (placeKey === bait) return true;
  // Ribbons lie in their ground; a core lies in its shell.
  if ([placeKey, bait].includes('marbleB') && [placeKey, bait].includes('marbleA')) return false;
  for (let along = 0.05; along < 1; along += 0.05) {
    for (const [u1, l1] of spans(placeKey, along))
      for (const [u2, l2] of spans(bait, along))
        if (Math.min(u1, u2) - Math.max(l1, l2) > 0.05) return true;
  }
  return false;
}

const and = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** What in a build cannot be shot whatever the moulds, in plain words. Empty = it can. */
export function checkBuild(build: Build): Misfit[] {
  const out: Misfit[] = [];
  const say = (code: string, stage: string, sentence: string) =>
    out.push({ code, stage, sentence });
  const keys = layersOf(build).map((layer) => layer.key);
  for (const twice of keys.filter((key, i) => keys.indexOf(key) !== i))
    say('layer-twice', '', `Two layers are called “${twice}”; each wants a name of its own.`);
  for (const twice of build.stages
    .map((stage) => stage.key)
    .filter((key, i, all) => all.indexOf(key) !== i))
    say('stage-twice', twice, `Two stages are called “${twice}”.`);
  build.stages.forEach((stage, i) => {
    const last = i === build.stages.length - 1;
    const barrels = stage.layers.length;
    if (stageLayers(stage).length === 0)
      say(
        'no-layers',
        stage.key,
        `${stage.name}: nothing goes into this mould. Give it a barrel, or something poured.`,
      );
    if (barrels > 1 && !stage.block)
      say('no-block', stage.key, `${stage.name}: ${barrels} barrels want a block.`);
    if (stage.block && BLOCKS[stage.block].barrels !== barrels)
      say(
        'block-barrels',
        stage.key,
        `${stage.name}: a ${BLOCKS[stage.block].name} joins ${BLOCKS[stage.block].barrels} ` +
          `barrels; this stage has ${barrels}.`,
      );
    if (barrels < 2 && !stage.yoked)
      say('yoke', stage.key, `${stage.name}: only two or three barrels can be pulsed in turn.`);
    if (last !== (stage.makes === 'bait'))
      say(
        'makes',
        stage.key,
        last
          ? `${stage.name}: the last stage makes the bait.`
          : `${stage.name}: only the last stage makes the bait; this one makes inserts.`,
      );
    if (stage.rods && stage.makes !== 'shell')
      say(
        'rods',
        stage.key,
        `${stage.name}: rods keep a channel open in a shell; this stage makes ${MAKES[stage.makes].many}.`,
      );
    for (const [index, layer] of stage.layers.entries())
      for (const other of stage.layers.slice(index + 1))
        if (overlap(layer.place, other.place))
          say(
            'same-place',
            stage.key,
            `${stage.name}: ${layer.name.toLowerCase()} and ${other.name.toLowerCase()} would lie in one place.`,
          );
    const from =
      stage.takes === null ? null : build.stages.findIndex((other) => other.key === stage.takes);
    if (from !== null && (from < 0 || from >= i))
      say('takes', stage.key, `${stage.name}: its insert must come from an earlier stage.`);
    const source = from !== null && from >= 0 && from < i ? build.stages[from]! : null;
    if (source && source.makes === 'bait')
      say('takes', stage.key, `${stage.name}: a finished bait is no insert.`);
    const cored = stage.layers.some((layer) => place(layer.place).inside);
    if (cored && !source)
      say('core-alone', stage.key, `${stage.name}: a core wants a shell to lie in.`);
    if (cored && source && !source.rods)
      say(
        'no-channel',
        stage.key,
        `${stage.name}: a core cannot go through ${MAKES[source.makes].many} that have no ` +
          'channel. Shoot them with the rods in.',
      );
    if (source?.makes === 'shell' && !cored)
      say(
        'shell-empty',
        stage.key,
        `${stage.name}: the shell is full when only a core is left to shoot.`,
      );
    for (const pour of stage.pours)
      if ((pour.grams === null) === (pour.share === null))
        say(
          'pour-amount',
          stage.key,
          `${stage.name}: say of ${pour.name.toLowerCase()} how many grams, or which share of the cavity.`,
        );
    const shares = stage.pours.reduce((sum, pour) => sum + (pour.share ?? 0), 0);
    if (barrels === 0 && stage.pours.length > 0 && Math.abs(shares - 1) > 1e-6)
      say(
        'pour-shares',
        stage.key,
        `${stage.name}: what is poured fills ${Math.round(shares * 100)} % of the cavity; it should be all of it.`,
      );
    if (barrels > 0 && shares >= 1)
      say(
        'pour-full',
        stage.key,
        `${stage.name}: what is poured fills the cavity, and leaves ${and(barrels, 'barrel')} nothing.`,
      );
  });
  for (const stage of build.stages)
    if (stage.makes !== 'bait' && !build.stages.some((other) => other.takes === stage.key))
      say(
        'unused',
        stage.key,
        `${stage.name}: no later stage takes these ${MAKES[stage.makes].many}.`,
      );
  return out;
}
