import { type Plastic } from '@/core/plastic/index.ts';
import { plasticIn, type Send, type SessionState, snapshotFrom } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { demoPlan } from '../demoPlan.ts';

export const snapshot = snapshotFrom('Leftovers', demoPlan(), DEFAULT_SHOP);
export const [first, second] = snapshot.plan.cups.map((cup) => cup.id) as [string, string];
const RED = 'Red, of no shelf';

export const fresh = (cup: string, grams: number): Send => ({
  kind: 'charged',
  payload: { cup, grams, from: 'fresh' },
});
export const drops = (cup: string, amount: number): Send => ({
  kind: 'added',
  payload: { cup, what: RED, amount, dimension: 'drops', from: 'hand' },
});
export const off = (cup: string, grams: number, more: object = {}): Send => ({
  kind: 'pouredOff',
  payload: {
    cup,
    grams,
    all: false,
    how: 'about',
    way: 'puck',
    tub: { name: 'Reds' },
    ...more,
  },
});
export const tip = (cup: string, into: string, grams: number) =>
  off(cup, grams, { way: 'cup', into, tub: undefined });
export const fromTub = (cup: string, plastic: Plastic, grams: number): Send => ({
  kind: 'charged',
  payload: { cup, grams, from: 'remelt', of: { id: 1, name: 'Reds', plastic } },
});
export const redIn = (plastic: Plastic): number =>
  plastic.holds.find(({ what }) => what === RED)?.amount ?? 0;
export const inCup = (state: SessionState, cup: string): Plastic =>
  plasticIn(state.cups.get(cup)!, state.snapshot.colour.materials);
