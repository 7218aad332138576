import { parentPort } from 'node:worker_threads';
import type { Traits } from '../../../worlds/traits.ts';
import type { Ablation, Played } from './play.ts';
import { playShop } from './shop.ts';

export interface Task {
  traits: Traits;
  shop: number;
  maker: Played['maker'];
  without?: Ablation;
  /** its first evening alone, nothing learned */
  onlyFirst?: boolean;
  /** evenings of several jobs */
  several?: boolean;
}
parentPort!.on('message', (task: Task) => parentPort!.postMessage(playShop(task)));
