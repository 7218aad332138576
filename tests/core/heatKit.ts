import type { CupBody, Microwave } from '@/core/heat/index.ts';
import { MICROWAVE } from '@/core/heat/index.ts';

export const cup: CupBody = {
  plastic: 230,
  glass: 320,
  bore: 80,
  volume: 250,
  exchange: 3,
  room: 20,
};
export const oven: Microwave = {
  power: 900,
  level: 1,
  cups: 1,
  efficiency: MICROWAVE.one,
  dead: MICROWAVE.dead,
};
export const body = (plastic: number): CupBody => ({ ...cup, plastic, volume: plastic / 0.93 });
