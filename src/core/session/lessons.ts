import type { Vessel } from '../build/index.ts';
import { knownBy } from '../knownBy.ts';
import {
  cupPrior,
  estimateOf,
  ovenPrior,
  sharedPrior,
  UNEVEN_PRIOR,
  unevenOf,
} from '../heat/index.ts';
import type { Followed } from './follow/followed.ts';
import type { HeatNote, HeatSetup } from './heatNotes.ts';
import { spreadScale } from './follow/followed.ts';
import { type Lesson, USUALLY_WIDE, INSIDE, combined, ovenUse } from './lesson.ts';

/** Fewer readings than this teach nothing (judgement). */
const ENOUGH = 6;

/** ln by which the air of one evening differs from another's (judgement). */
const EVENINGS_DIFFER = 0.2;

/** An evening that is over: what followed from its notes, and what was known before. */
interface Evening {
  followed: Followed;
  notes: readonly HeatNote[];
  setup: HeatSetup;
}

/** An evening's air is its own: of the shop's usual air it tells no more than one evening can. */
function airLesson({ followed, setup }: Evening): Lesson {
  const prior = sharedPrior(setup.learned, setup.reads, setup.check).air;
  const tonight = estimateOf(followed.belief, { of: 'air' });
  const told = { mean: tonight.mean, sd: Math.hypot(tonight.sd, EVENINGS_DIFFER) };
  return {
    key: 'air',
    prior,
    posterior: combined(prior, told),
    readings: followed.readings,
    left_out: followed.left.length,
  };
}

/** How wide its ranges turned out, and how often what was read lay in them. */
function rangeLessons({ followed, setup }: Evening): Lesson[] {
  const { told: forecast, inside } = followed.missed;
  if (forecast < ENOUGH) return [];
  const wide = spreadScale(followed, setup.learned);
  const share = inside / forecast;
  return [
    {
      key: 'calibration',
      prior: setup.learned.calibration ?? USUALLY_WIDE,
      posterior: { mean: wide, sd: wide / Math.sqrt(2 * forecast) },
      readings: forecast,
      left_out: 0,
    },
    {
      key: 'inside',
      prior: INSIDE,
      posterior: {
        mean: share,
        sd: Math.sqrt(Math.max(0.01, share * (1 - share)) / forecast),
      },
      readings: forecast,
      left_out: 0,
    },
  ];
}
/** Readings that follow a burst in an oven: only they tell of it. */
function readingsAfter(notes: readonly HeatNote[], key: string): number {
  const { id, level, cups } = ovenUse(key);
  const fresh = new Set<string>();
  let told = 0;
  for (const note of notes) {
    if (
      note.kind === 'burst' &&
      note.oven === id &&
      Math.round(note.level * 100) === Math.round(level * 100) &&
      note.cups.length === cups
    )
      note.cups.forEach((cup) => fresh.add(cup));
    if (note.kind === 'reading' && fresh.delete(note.cup)) told += 1;
  }
  return told;
}
/** Fewer readings than this after its bursts tell nothing of an oven (judgement). */
const OF_AN_OVEN = 3;
/** What an oven gives, how long it gives nothing, and how unevenly it heats. */
function ovenLessons({ followed, notes, setup }: Evening, key: string): Lesson[] {
  const use = ovenUse(key);
  const oven = setup.ovens.find((other) => other.id === use.id);
  const told = readingsAfter(notes, key);
  if (!oven || told < OF_AN_OVEN) return [];
  const prior = ovenPrior(setup.learned, { ...use, oven: oven.oven });
  const lessons = (['efficiency', 'dead'] as const).map((of) => ({
    key: `oven/${key}/${of}`,
    prior: prior[of],
    posterior: estimateOf(followed.belief, { of, oven: key }),
    readings: told,
    left_out: followed.left.length,
  }));
  const seen = followed.unevenSeen[key] ?? 0;
  if (seen === 0) return lessons;
  const uneven = {
    key: `oven/${key}/uneven`,
    prior: prior.uneven ?? UNEVEN_PRIOR,
    posterior: unevenOf(followed.belief, key),
    readings: seen,
    left_out: 0,
  };
  return [...lessons, uneven];
}

/** The cup that speaks for each kind of cup: the one read most often. */
function speakers({ followed, notes }: Evening) {
  const kinds = new Map<string, { vessel: Vessel; cup: string; readings: number }>();
  for (const cup of followed.belief.cups) {
    const vessel = notes.flatMap((note) =>
      note.kind === 'mass' && note.cup === cup && note.vessel ? [note.vessel] : [],
    )[0];
    const readings = notes.filter((note) => note.kind === 'reading' && note.cup === cup).length;
    if (!vessel || readings < ENOUGH) continue;
    const kind = knownBy(vessel);
    if (readings > (kinds.get(kind)?.readings ?? 0)) kinds.set(kind, { vessel, cup, readings });
  }
  return kinds;
}
/** What a kind of cup exchanges, weighs, and stands on. */
const cupLessons = (evening: Evening): Lesson[] =>
  [...speakers(evening)].flatMap(([kind, { vessel, cup, readings }]) => {
    const { followed, notes, setup } = evening;
    const left = notes.filter(
      (note) => note.kind === 'reading' && note.cup === cup && followed.left.includes(note.id),
    );
    return (['exchange', 'weight', 'stand'] as const).map((of) => ({
      key: `cup/${kind}/${of}`,
      prior: cupPrior(setup.learned, vessel)[of],
      posterior: estimateOf(followed.belief, { of, cup }),
      readings,
      left_out: left.length,
    }));
  });

/** What is to be kept of an evening's estimate: each constant with what was believed before it. */
export function lessonsOf(
  followed: Followed,
  notes: readonly HeatNote[],
  setup: HeatSetup,
): Lesson[] {
  if (followed.readings < ENOUGH) return [];
  const evening = { followed, notes, setup };
  return [
    airLesson(evening),
    ...rangeLessons(evening),
    ...followed.belief.ovens.flatMap((key) => ovenLessons(evening, key)),
    ...cupLessons(evening),
  ];
}
