import type { AskedAhead } from './service/clockLine.ts';
import type { Known } from './service/people.ts';

declare global {
  namespace App {
    interface Locals {
      /** of this request, in the log */
      id: string;
      /** what was sent with a request that writes, whole, within its limit */
      body?: Uint8Array<ArrayBuffer>;
      /** whether people sign in here, and who it is; null where nobody did */
      signed: boolean;
      who: Known | null;
      /** what every page asks */
      asked?: AskedAhead;
    }
  }
}
