import { BLOCKS, type Build, layersOf, MAKES, type Stage, stageLayers } from './build.ts';
import { insertOf } from './inserts/index.ts';
import { place, type PlaceKey } from './place.ts';
import { remembered } from '../remembered.ts';

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

/** A stage of a build, with what is round it. */
interface Checked {
  build: Build;
  stage: Stage;
  nth: number;
  /** the stage its insert comes from; null where it takes none, or none that is earlier */
  source: Stage | null;
  barrels: number;
  /** whether a layer of it lies inside another */
  cored: boolean;
}
const checked = (build: Build, stage: Stage, nth: number): Checked => ({
  build,
  stage,
  nth,
  source: build.stages.slice(0, nth).find((other) => other.key === stage.takes) ?? null,
  barrels: stage.layers.length,
  cored: stage.layers.some((layer) => place(layer.place).inside),
});
const twice = (keys: readonly string[]): string[] =>
  keys.filter((key, i) => keys.indexOf(key) !== i);
const sharesOf = (stage: Stage): number =>
  stage.pours.reduce((sum, pour) => sum + (pour.share ?? 0), 0);

/** What is wrong with a stage: after its name, one sentence each; nothing where it is sound. */
type Rule = (checked: Checked) => string | readonly string[] | false | null;
const noLayers: Rule = ({ stage }) =>
  stageLayers(stage).length === 0 &&
  'nothing goes into this mould. Give it a barrel, or something poured.';
const noBlock: Rule = ({ stage, barrels }) =>
  barrels > 1 && !stage.block && `${barrels} barrels want a block.`;
const blockBarrels: Rule = ({ stage, barrels }) =>
  stage.block &&
  BLOCKS[stage.block].barrels !== barrels &&
  `a ${BLOCKS[stage.block].name} joins ${BLOCKS[stage.block].barrels} barrels; this stage has ${barrels}.`;
const yoke: Rule = ({ stage, barrels }) =>
  barrels < 2 && !stage.yoked && 'only two or three barrels can be pulsed in turn.';
const makes: Rule = ({ build, stage, nth }) => {
  const last = nth === build.stages.length - 1;
  if (last === (stage.makes === 'bait')) return null;
  return last
    ? 'the last stage makes the bait.'
    : 'only the last stage makes the bait; this one makes inserts.';
};
const rods: Rule = ({ stage }) =>
  stage.rods &&
  !insertOf(stage.makes)?.hollow &&
  `rods keep a channel open in a shell; this stage makes ${MAKES[stage.makes].many}.`;
const closes: Rule = ({ build, stage }) => {
  if (!stage.closes) return null;
  if (!stage.rods) return 'only rods can close a tail off.';
  const next = build.stages.find(({ takes }) => takes === stage.key);
  return next && !next.layers.some((layer) => layer.place === 'coreTail')
    ? 'its tail is closed off; what is shot next must be core and tail.'
    : null;
};
const samePlace: Rule = ({ stage }) =>
  stage.layers.flatMap((layer, i) =>
    stage.layers
      .slice(i + 1)
      .filter((other) => overlap(layer.place, other.place))
      .map(
        (other) =>
          `${layer.name.toLowerCase()} and ${other.name.toLowerCase()} would lie in one place.`,
      ),
  );
const takes: Rule = ({ stage, source }) => {
  if (stage.takes !== null && !source) return 'its insert must come from an earlier stage.';
  return source?.makes === 'bait' && 'a finished bait is no insert.';
};
const coreAlone: Rule = ({ cored, source }) =>
  cored && !source && 'a core wants a shell to lie in.';
const noChannel: Rule = ({ cored, source }) =>
  cored &&
  source &&
  !source.rods &&
  `a core cannot go through ${MAKES[source.makes].many} that have no channel. Shoot them with the rods in.`;
const shellEmpty: Rule = ({ cored, source }) => {
  const insert = insertOf(source?.makes);
  return insert?.hollow && !cored
    ? `the ${insert.name} is full when only a core is left to shoot.`
    : null;
};
const pourAmount: Rule = ({ stage }) =>
  stage.pours
    .filter((pour) => (pour.grams === null) === (pour.share === null))
    .map(
      (pour) => `say of ${pour.name.toLowerCase()} how many grams, or which share of the cavity.`,
    );
const pourShares: Rule = ({ stage, barrels }) => {
  const shares = sharesOf(stage);
  return (
    barrels === 0 &&
    stage.pours.length > 0 &&
    Math.abs(shares - 1) > 1e-6 &&
    `what is poured fills ${Math.round(shares * 100)} % of the cavity; it should be all of it.`
  );
};
const pourFull: Rule = ({ stage, barrels }) =>
  barrels > 0 &&
  sharesOf(stage) >= 1 &&
  `what is poured fills the cavity, and leaves ${and(barrels, 'barrel')} nothing.`;
/** Rules of one stage, in the order they are told. */
const RULES: Record<string, Rule> = {
  'no-layers': noLayers,
  'no-block': noBlock,
  'block-barrels': blockBarrels,
  yoke,
  makes,
  rods,
  closes,
  'same-place': samePlace,
  takes,
  'core-alone': coreAlone,
  'no-channel': noChannel,
  'shell-empty': shellEmpty,
  'pour-amount': pourAmount,
  'pour-shares': pourShares,
  'pour-full': pourFull,
};
function wrongWith(stage: Checked): Misfit[] {
  return Object.entries(RULES).flatMap(([code, rule]) => {
    const wrong = rule(stage) || [];
    const { key, name } = stage.stage;
    return (typeof wrong === 'string' ? [wrong] : wrong).map((sentence) => ({
      code,
      stage: key,
      sentence: `${name}: ${sentence}`,
    }));
  });
}

/** What in a build cannot be shot whatever the moulds, in plain words. Empty = it can. */
export const checkBuild = remembered((build: Build): readonly Misfit[] => {
  const { stages } = build;
  return [
    ...twice(layersOf(build).map((layer) => layer.key)).map((key) => ({
      code: 'layer-twice',
      stage: '',
      sentence: `Two layers are called “${key}”; each wants a name of its own.`,
    })),
    ...twice(stages.map((stage) => stage.key)).map((key) => ({
      code: 'stage-twice',
      stage: key,
      sentence: `Two stages are called “${key}”.`,
    })),
    ...stages.flatMap((stage, nth) => wrongWith(checked(build, stage, nth))),
    ...stages
      .filter(
        (stage) => stage.makes !== 'bait' && !stages.some((other) => other.takes === stage.key),
      )
      .map((stage) => ({
        code: 'unused',
        stage: stage.key,
        sentence: `${stage.name}: no later stage takes these ${MAKES[stage.makes].many}.`,
      })),
  ];
});
