import { endOfDay, format, parseISO } from 'date-fns';
import type { Book, Piece, TubKnown } from '@/core/ahead/index.ts';
import type { Grade } from '@/core/material/index.ts';
import { benchTimes, pieceOf, USUAL_CALENDAR } from '@/core/ahead/index.ts';
import { batches } from '@/core/order/index.ts';
import { shelf } from '@/store/catalogue.ts';
import { linesBeyond } from '@/store/orderLines.ts';
import { tubsHeld } from '@/store/tubs.ts';
import { PLANNED_FROM, planner } from './planner.ts';
import { openPlans, planNow } from './plans.ts';
import { versionOf } from './result.ts';
import { readShop } from './shop.ts';
import { contentOf } from './tubContent.ts';

/** Days looked ahead. */
const AHEAD = 14;

/** What stands in tubs and cups, as cups may be begun from it, and by what its colour is reckoned. */
export async function remelt(): Promise<Pick<Book, 'tubs' | 'materials'>> {
  const tubs = await tubsKnown();
  return tubs.length > 0 ? { tubs, materials: await shelf() } : {};
}
async function tubsKnown(): Promise<TubKnown[]> {
  const all = await tubsHeld();
  const contents = await Promise.all(all.map(contentOf));
  return all
    .map(({ id, name, grade }, nth) => ({
      id,
      name,
      grade: grade as Grade,
      plastic: contents[nth]!,
    }))
    .filter(({ plastic }) => plastic.grams > 0);
}

/**
 * Everything the fortnight is laid out from: what the book wants and is nowhere yet, the times there
 * are at the bench, and what a plan is made of.
 */
export async function ahead(now: Date) {
  const [{ parts, ...known }, shop, beyond, plans] = await Promise.all([
    planner(now),
    readShop(),
    linesBeyond(PLANNED_FROM),
    openPlans(format(now, 'yyyy-MM-dd')),
  ]);
  const cure = shop.bench.cure * 3_600_000;
  const by = Object.fromEntries(
    parts.map(({ due }) => [due, endOfDay(parseISO(due)).getTime() - cure]),
  );
  const open = parts.filter(({ rest }) => rest > 0).map((part) => ({ ...part, count: part.rest }));
  const usual = new Map(known.shelf.baits.map(({ id, spec }) => [id, spec.mouldIds[0] ?? null]));
  const wanted = new Map(open.map((part) => [part.part, part]));
  const pieces: Piece[] = batches(open, (bait) => usual.get(bait) ?? null).map((batch) =>
    pieceOf(batch, wanted, (due) => by[due]!),
  );
  return {
    ...known,
    /** plans that lie ready, the newest first: a day may have its own already */
    plans: plans.map((plan) => ({
      id: plan.id,
      day: plan.day,
      name: plan.name,
      version: versionOf(planNow(plan)),
    })),
    confidence: shop.confidence,
    /** lines of the book beyond those that are laid out */
    beyond,
    pieces,
    by,
    cure,
    times: benchTimes(shop.calendar ?? USUAL_CALENDAR, now, AHEAD),
    weights: shop.weights,
    inTime: shop.inTime,
    /** the shop has not said when it shoots */
    usual: shop.calendar === null,
    now: now.getTime(),
  };
}
