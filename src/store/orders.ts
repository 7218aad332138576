import { literal } from 'sequelize';
import type { Order as Ordered } from '@/core/order/index.ts';
import type { Order, OrderLine } from './models/orders.ts';
import { inTransaction, row, rows } from './query.ts';
import { tables } from './tables.ts';

type LineOrdered = Ordered['lines'][number];
type PartOrdered = LineOrdered['parts'][number];

/** What a part of a line wants, and whether usable ones will do. */
export interface PartAsOrdered {
  bait: number;
  colourway: number;
  usable: boolean;
}
/** What a part of a line wants; null where there is none. */
export const partAsOrdered = (part: number): Promise<PartAsOrdered | null> =>
  row(
    `SELECT p.bait_id AS bait, p.colourway_id AS colourway, l.usable
       FROM line_parts p JOIN order_lines l ON l.id = p.line_id WHERE p.id = $1`,
    [part],
  );
export const orderHead = (id: number): Promise<Pick<Order, 'id' | 'customer' | 'note'> | null> =>
  tables().Order.findByPk(id, { attributes: ['id', 'customer', 'note'], raw: true });
export const customers = async (): Promise<string[]> =>
  (
    await rows<{ customer: string }>(
      'SELECT customer FROM orders GROUP BY customer ORDER BY max(id) DESC LIMIT 100',
    )
  ).map((row) => row.customer);

/** Parts of a line as they are kept. */
const partsOf = (parts: readonly PartOrdered[]) =>
  parts.map(({ bait, colourway, count }) => ({ baitId: bait, colourwayId: colourway, count }));

/** @param as the number it had, where it is brought back */
export function insertOrder({ customer, note, lines }: Ordered, as?: number): Promise<number> {
  return inTransaction(async () => {
    const { id } = await tables().Order.create({ id: as, customer, note });
    await addLines(
      id,
      lines.map((line, position) => ({ line, position })),
    );
    return id;
  });
}

/** New lines of an order, with their parts, all at once. */
async function addLines(
  orderId: number,
  lines: { line: LineOrdered; position: number }[],
): Promise<void> {
  await tables().OrderLine.bulkCreate(
    lines.map(({ line: { name, pack, promised, usable, parts }, position }) => ({
      orderId,
      position,
      name,
      pack,
      promised,
      usable,
      parts: partsOf(parts),
    })),
    { include: 'parts' },
  );
}

/** Takes an order, or one line of it, for this transaction: changes go one after the other. */
export const lockOrder = async (id: number): Promise<boolean> =>
  (await tables().Order.findByPk(id, { attributes: ['id'], lock: true })) !== null;
export const lockLine = async (id: number): Promise<boolean> =>
  (await tables().OrderLine.findByPk(id, { attributes: ['id'], lock: true })) !== null;

/** Lines of an order as they are edited. */
export async function linesAsOrdered(orderId: number): Promise<LineOrdered[]> {
  const lines = await tables().OrderLine.findAll({
    where: { orderId },
    include: 'parts',
    order: ['position', ['parts', 'id', 'ASC']],
  });
  return lines.map(({ id, name, pack, promised, usable, parts }) => ({
    id,
    name,
    pack,
    promised,
    usable,
    parts: parts.map(({ baitId, colourwayId, count }) => ({
      bait: baitId,
      colourway: colourwayId,
      count,
    })),
  }));
}

/** What of an order was shot for, packed or sent: it stays in the book. */
const USED = {
  include: [
    { association: 'parts', include: [{ association: 'allocations', attributes: ['id'] }] },
    { association: 'moves', attributes: ['id'] },
  ],
};
const isUsed = ({ parts, moves }: OrderLine): boolean =>
  moves.length > 0 || parts.some((part) => part.allocations.length > 0);

/** A line as it is in the book, and as it is wanted. */
interface Changing {
  held: OrderLine;
  line: LineOrdered;
  position: number;
}
/**
 * Lines in the book brought to what is wanted of them, all at once.
 * @returns parts that stay though they were taken out
 */
async function changeLines(orderId: number, changing: readonly Changing[]): Promise<string[]> {
  const out = changing.flatMap(({ held, line }) =>
    held.parts.filter(
      (part) =>
        !line.parts.some(
          ({ bait, colourway }) => bait === part.baitId && colourway === part.colourwayId,
        ),
    ),
  );
  const [stay, go] = [true, false].map((isGiven) =>
    out.filter((part) => part.allocations.length > 0 === isGiven),
  );
  await tables().OrderLine.bulkCreate(
    changing.map(({ held: { id }, line: { name, pack, promised, usable }, position }) => ({
      id,
      orderId,
      position,
      name,
      pack,
      promised,
      usable,
    })),
    {
      updateOnDuplicate: ['name', 'pack', 'promised', 'usable', 'position'],
      conflictAttributes: ['id'],
    },
  );
  await tables().LinePart.destroy({ where: { id: go!.map((part) => part.id) } });
  // One there already is counted anew, one that is not is new.
  await tables().LinePart.bulkCreate(
    changing.flatMap(({ held, line }) =>
      partsOf(line.parts).map((part) => ({ ...part, lineId: held.id })),
    ),
    {
      updateOnDuplicate: ['count'],
      conflictAttributes: ['lineId', 'baitId', 'colourwayId'],
    },
  );
  return stay!.map((part) => `part ${part.id}`);
}

/**
 * Changes an order's head and its lines; answers with what stays though it was taken out. Lines
 * already shot for keep their parts; they may be closed, not deleted.
 */
export function updateOrder(id: number, { customer, note, lines }: Ordered): Promise<string[]> {
  return inTransaction(async () => {
    await tables().Order.update({ customer, note }, { where: { id } });
    const held = await tables().OrderLine.findAll({ where: { orderId: id }, ...USED });
    const wanted = new Set(lines.map((line) => line.id));
    const out = held.filter((line) => !wanted.has(line.id));
    await tables().OrderLine.destroy({
      where: { id: out.filter((line) => !isUsed(line)).map((line) => line.id) },
    });
    // Out of the way first, so that lines can change places under the unique position.
    await tables().OrderLine.update({ position: literal('-id') }, { where: { orderId: id } });
    const placed = lines.map((line, position) => ({
      line,
      position,
      held: held.find((other) => other.id === line.id),
    }));
    const changing = placed.flatMap(({ held, ...rest }) => (held ? [{ held, ...rest }] : []));
    const stay = await changeLines(id, changing);
    await addLines(
      id,
      placed.filter((line) => !line.held),
    );
    return [...out.filter(isUsed).map((line) => String(line.id)), ...stay];
  });
}

/** Deletes an order nothing was shot for, packed or sent; whether it was. */
export async function deleteOrder(id: number): Promise<boolean> {
  const lines = await tables().OrderLine.findAll({ where: { orderId: id }, ...USED });
  if (lines.some(isUsed)) return false;
  await tables().Order.destroy({ where: { id } });
  return true;
}

/** Open lines that want a bait, or a colourway. */
export const openUses = async (of: 'baits' | 'colourways', id: number): Promise<number> =>
  (await row<{ n: number }>(
    `SELECT count(DISTINCT l.id)::int AS n FROM order_lines l JOIN line_parts p ON p.line_id =
      l.id WHERE NOT l.closed AND p.${of === 'baits' ? 'bait_id' : 'colourway_id'} = $1`,
    [id],
  ))!.n;

/** Closes a line, or opens it again; null where there is none. */
export async function closeLine(id: number, closed: boolean): Promise<{ id: number } | null> {
  const [count] = await tables().OrderLine.update({ closed }, { where: { id } });
  return count > 0 ? { id } : null;
}
