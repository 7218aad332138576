import type { ClockLine } from './service/clockLine.ts';
import type { Known } from './service/people.ts';
import type { SessionHead } from './store/log.ts';

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
      /** the line at the top of a page, asked for while the page is worked out */
      clockLine?: Promise<ClockLine | null>;
      /** sessions that are open, asked for once for the whole page */
      heads?: Promise<SessionHead[]>;
    }
  }
}
