import { v5 } from 'uuid';
import { wholeCatalogue } from '../../src/service/catalogue.ts';
import { openLines } from '../../src/store/orderLines.ts';
import { moveStock, stock } from '../../src/store/stock.ts';
import { SPACE } from './evening.ts';

/** Baits of one line are left on the shelf, so that the book can offer them. */
const LEFT_FOR_A_LINE = 5;
const OFFERED = { bait: 'Slip eel 120', colourway: 'Tarred rope over lamp oil' };
/** Of everything else the web page has sold all but so many at most. */
const LEFT = 7;

/** What was over from half a year of evenings has been sold: the page of the shop lives by it. */
export async function sold(now: number): Promise<void> {
  const { baits, colourways } = await wholeCatalogue();
  const nameOf = (all: { id: number; spec: { name: string } }[], id: number) =>
    all.find((entry) => entry.id === id)?.spec.name;
  const asked = new Set(
    (await openLines(new Date(now))).flatMap(({ parts }) =>
      parts.map(({ bait, colourway }) => `${bait}/${colourway}`),
    ),
  );
  for (const [index, heap] of (await stock()).entries()) {
    const { bait_id: bait, colourway_id: colourway, build, grade, count } = heap;
    if (grade !== 'good') continue;
    const offered =
      nameOf(baits, bait) === OFFERED.bait && nameOf(colourways, colourway) === OFFERED.colourway;
    const own = asked.has(`${bait}/${colourway}`) ? 0 : count % LEFT;
    const left = Math.min(count, offered ? LEFT_FOR_A_LINE : own);
    if (count > left)
      await moveStock(
        { bait, colourway, build, grade },
        left - count,
        { id: v5(`sold ${index}`, SPACE), session: null, at: now - 2 * 3_600_000 },
        { what: 'sold', why: 'from the web page' },
      );
  }
}
