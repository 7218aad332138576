import type { ShopUnits } from '@/core/quantity/index.ts';
import { TOO_HOT } from '@/core/heat/metal.ts';
import { clock, degrees, degreesApart } from '@/core/quantity/index.ts';
import type { MouldForecast, MouldState, RunState, SessionState } from '@/core/session/index.ts';
import { mouldHeat } from '@/core/session/index.ts';
import type { Drawn } from '@/ui/dress.ts';

/** What a mould's state is called, and how its countdown reads. */
export function says(
  mould: MouldState,
  run: RunState | undefined,
  now: number,
): { state: string; big: string } {
  const left = (ms: number) => clock((ms - now) / 1000);
  const open = mould.mould.closure === 'open';
  switch (mould.phase.is) {
    case 'open':
      return {
        state: [
          mould.warmed ? 'clean, warm' : 'clean, cold',
          mould.loaded.size > 0
            ? `${mould.loaded.size} of ${mould.mould.cavities.length} laid in`
            : '',
          mould.pours.length > 0 ? `${mould.pours.length} poured` : '',
        ]
          .filter(Boolean)
          .join(', '),
        big: open ? 'level' : 'open',
      };
    case 'closed':
      return {
        state:
          mould.closures >= mould.mould.closures
            ? 'closed and clamped'
            : `${mould.closures} of ${mould.mould.closures} on`,
        big: mould.top === 'wrong' ? 'upside down' : 'ready',
      };
    case 'filling':
      return { state: 'part filled', big: 'filling' };
    case 'holding':
      return {
        state: run?.stage.push === 'light' ? 'under light pressure' : 'under pressure',
        big: mould.phase.until > now ? `hold ${left(mould.phase.until)}` : 'let go',
      };
    case 'cooling':
      return {
        state: open
          ? 'setting'
          : mould.phase.looked
            ? 'cooling, looked at twice'
            : mould.phase.toppedOff
              ? 'cooling, topped off'
              : 'top it off',
        big: mould.phase.readyAt > now ? `opens in ${left(mould.phase.readyAt)}` : 'open it',
      };
    case 'opened':
      return { state: 'look at each', big: 'opened' };
    case 'marked':
      return { state: 'sprue still in it', big: 'counted' };
    case 'cleared':
      return {
        state: run && run.stage.makes !== 'bait' ? 'inserts to lay by' : 'baits to the rack',
        big: 'cleared',
      };
  }
}

/**
 * Metal hotter than this burns a hand that holds it; above the other it hardly lets a bait get
 * firm.
 */
export function metalSays(
  state: SessionState,
  mould: MouldState,
  { seen, units, now }: { seen: MouldForecast | undefined; units: ShopUnits; now: number },
): string {
  const { celsius } = mouldHeat(state, mould, now);
  const hot = celsius >= TOO_HOT ? ', too hot to hold' : '';
  const rest = seen && seen.open === null && mould.phase.is !== 'cooling' ? '; let it rest' : '';
  const down =
    seen && seen.down >= 1 && mould.phase.is !== 'cooling'
      ? `; window may come down ${degreesApart(seen.down, units)}`
      : '';
  return `, metal ${degrees(celsius, units)}${hot}${rest}${rest ? '' : down}`;
}

export const CHANNEL: Drawn = { place: 'core', colour: 'var(--ground)' };
export const EMPTY_TAIL: Drawn = { place: 'tail', colour: 'var(--ground)' };
