import { parentPort } from 'node:worker_threads';
import type { Traits } from '../../../worlds/traits.ts';
import type { Ablation, Played } from './play.ts';
import { playShop } from './shop.ts';

export interface Task {
  traits: Traits;
  shop: number;
  maker: Played['maker'];
  without?: Ablation;
}
parentPort!.on('message', ({ traits, shop, maker, without }: Task) => {
  parentPort!.postMessage(playShop(traits, shop, maker, without));
});
