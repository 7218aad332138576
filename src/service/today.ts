import { endOfDay, parseISO } from 'date-fns';
import type { Batch, PartToShoot, Progress, Readiness } from '@/core/order/index.ts';
import { batches, progress, readiness } from '@/core/order/index.ts';
import type { Mould } from '@/core/mould/index.ts';
import { BOTTLES } from '@/core/material/index.ts';
import { bottlesNotWell } from '@/store/bottles.ts';
import type { SessionHead } from '@/store/log.ts';
import { openBenches } from './benches.ts';
import { shotsGivenBy } from '@/store/mouldBook.ts';
import { linesBeyond } from '@/store/orderLines.ts';
import { readShop } from '@/store/shop.ts';
import type { Entry } from './catalogue.ts';
import { chores } from './chores.ts';
import { lists } from './catalogue.ts';
import type { BookLine } from './orders.ts';
import { book } from './orders.ts';
import type { OnHand } from './planner.ts';
import { onHand, spokenForOf } from './planner.ts';
import { readyPlans } from './plans.ts';
import { cupsLeft } from './tubs.ts';

/** Lines of the book a day is made up from. */
const LOOKED_AT = 200;
/** ms ahead in which a promise is near. */
const NEAR = 7 * 86_400_000;
/** Share of its life from which a home-made mould is said to run low. */
const WORN = 0.85;

/** A line of the book that is near its day, or has baits to pack or to send. */
export interface DueLine {
  line: BookLine;
  progress: Progress;
  ready: Readiness;
}

/** Something that wants looking at, and where. */
export interface ToLookAt {
  says: string;
  href: string;
  /** it has gone bad, and can be seen to: the key of that chore */
  key?: string;
}

/** How each line stands, soonest promised first. */
function standing(lines: readonly BookLine[], cure: number, now: Date): DueLine[] {
  return lines.map((line) => {
    const come = progress(line, line.tonight);
    return {
      line,
      progress: come,
      ready: readiness(come, {
        curedAt: line.cured_at?.getTime() ?? null,
        promisedEnd: endOfDay(parseISO(line.promised)).getTime(),
        cure,
        now: now.getTime(),
      }),
    };
  });
}

/** What can be shot at one go, of what the book wants and is not on the shelf or a bench already. */
function toShoot(
  lines: readonly BookLine[],
  held: OnHand,
  baits: readonly Entry<'baits'>[],
): Batch[] {
  const spoken = spokenForOf(lines, held);
  const parts = lines.flatMap(({ parts, promised }) =>
    parts.map(({ id, bait, colourway, count, allotted }): PartToShoot => {
      const { bench, shelf } = spoken.get(id)!;
      return { part: id, bait, colourway, rest: count - allotted - bench - shelf, due: promised };
    }),
  );
  const usual = new Map(baits.map(({ id, spec }) => [id, spec.mouldIds[0] ?? null]));
  return batches(parts, (bait) => usual.get(bait) ?? null);
}

/** Bottles that were found damp or dirty. */
function badBottles(
  notes: Awaited<ReturnType<typeof bottlesNotWell>>,
  materials: readonly Entry<'materials'>[],
): ToLookAt[] {
  return notes.flatMap(({ material_id, is_now }) => {
    const material = materials.find(({ id }) => id === material_id);
    return material
      ? [
          {
            says: `The bottle of ${material.spec.name} is ${BOTTLES[is_now].harm}.`,
            href: '/colours/materials',
          },
        ]
      : [];
  });
}

/** Home-made moulds near the end of their life. */
async function wornMoulds(moulds: readonly Entry<'moulds'>[]): Promise<ToLookAt[]> {
  const lasting = moulds.filter(({ spec }) => spec.life !== null);
  const given = await shotsGivenBy(lasting.map(({ id }) => id));
  return lasting.flatMap(({ id, spec }) => {
    const shots = given.get(id) ?? 0;
    return shots < WORN * spec.life!
      ? []
      : [
          {
            says: `${spec.name} has given ${shots} shots of the ${spec.life} it was cast for.`,
            href: `/moulds/${id}`,
          },
        ];
  });
}

const counted = (count: number, one: string, many: string): string =>
  `${count} ${count === 1 ? one : many}`;

/** What still has its usual figures: nobody here has measured it. */
function stillUsual(all: {
  ovens: Entry<'ovens'>[];
  vessels: Entry<'vessels'>[];
  injectors: Entry<'injectors'>[];
  materials: Entry<'materials'>[];
  moulds: Entry<'moulds'>[];
}): ToLookAt[] {
  const guessed = ({ cavities }: Mould) => cavities.some(({ source }) => source === 'rough');
  const of = (list: { spec: { usual?: boolean } }[]) =>
    list.filter(({ spec }) => spec.usual).length;
  const [ovens, cups, injectors, materials] = [
    of(all.ovens),
    of(all.vessels),
    of(all.injectors),
    of(all.materials),
  ];
  return [
    ...all.moulds
      .filter(({ spec }) => guessed(spec))
      .map(({ id, spec }) => ({
        says: `What ${spec.name} holds is guessed from its length: weigh a bait of it.`,
        href: `/moulds/${id}/change`,
      })),
    ...(ovens + cups + injectors > 0
      ? [
          {
            says: `Usual in part, not measured here (power, widths, what stays in a barrel): ${[
              ovens && counted(ovens, 'oven', 'ovens'),
              cups && counted(cups, 'cup', 'cups'),
              injectors && counted(injectors, 'injector', 'injectors'),
            ]
              .filter(Boolean)
              .join(', ')}.`,
            href: '/injectors',
          },
        ]
      : []),
    ...(materials > 0
      ? [
          {
            says:
              `${counted(materials, 'material has', 'materials have')} the usual colour and ` +
              `weight: draw yours down.`,
            href: '/colours/materials',
          },
        ]
      : []),
  ];
}

export type Today = Awaited<ReturnType<typeof today>>;
/**
 * The day as it stands: what is going on, due, cured, to be shot, and to be looked at.
 * @param asked sessions that are open, where the page has asked already
 */
export async function today(now: Date, asked?: Promise<SessionHead[]>) {
  const open = openBenches(asked);
  const [lines, onShelf, bad, notes, { heads }, plans, shop, all, left] = await Promise.all([
    book(now, { limit: LOOKED_AT, open }),
    onHand(open),
    chores(),
    bottlesNotWell(),
    open,
    readyPlans(now),
    readShop(),
    lists(
      'baits',
      'mixes',
      'colourways',
      'builds',
      'moulds',
      'ovens',
      'vessels',
      'injectors',
      'materials',
    ),
    cupsLeft(),
  ]);
  const stands = standing(lines, shop.bench.cure, now);
  const [worn, beyond] = await Promise.all([
    wornMoulds(all.moulds),
    lines.length < LOOKED_AT ? 0 : linesBeyond(LOOKED_AT),
  ]);
  const near = new Date(now.getTime() + NEAR).toISOString().slice(0, 10);
  return {
    shop,
    all,
    going: heads.filter(({ status }) => status !== 'new'),
    laidOut: heads.filter(({ status }) => status === 'new'),
    plans,
    due: stands.filter(({ line }) => line.promised <= near),
    later: stands.filter(({ line }) => line.promised > near).length + beyond,
    toPack: stands.filter((one) => one.progress.cured > 0),
    toSend: stands.filter((one) => one.progress.packed > 0),
    shoot: toShoot(lines, onShelf, all.baits),
    lookAt: [
      ...left.map(({ name, grams }) => ({
        says: `${name} stands with ${Math.round(grams)} g in it.`,
        href: '/tubs',
      })),
      ...bad,
      ...badBottles(notes, all.materials),
      ...all.moulds
        .filter(({ spec }) => !spec.tried)
        .map(({ id, spec }) => ({
          says: `${spec.name} has not been tried yet: its first evening fills in its card.`,
          href: `/moulds/${id}`,
        })),
      ...stillUsual(all),
    ],
    low: worn,
  };
}
