import { vesselOf } from '@/core/heat/vessel.ts';

import { density } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { CupState } from '@/core/session/index.ts';
import { airVolume } from '@/core/shot/index.ts';

/** A measuring cup to proportion: level, fill limit, and the depth where a draw takes air. */
export function CupDrawing({
  cup,
  colour,
  units,
}: {
  cup: CupState;
  /** of what is in it, #rrggbb */
  colour: string;
  units: ShopUnits;
}) {
  const volume = vesselOf(cup.vessel).volume;
  const hot = cup.grams / density(cup.reading?.celsius ?? 20, cup.density20);
  const share = Math.min(1.05, hot / volume);
  const air = cup.vessel ? airVolume(cup.vessel) / volume : 0;
  const limit = cup.limitMl / volume;
  const [top, bottom] = [16, 184];
  const y = (share: number) => bottom - share * (bottom - top);
  const inset = (share: number) => 8 * (1 - share);
  const level = y(share);
  return (
    <svg
      viewBox="0 0 150 190"
      className="block max-h-full w-full"
      role="img"
      aria-label={`Cup ${cup.letter}: ${say(hot, 'volume', units)} of ${say(volume, 'volume', units)}`}
    >
      <path
        d={`M${10 + inset(share)} ${level}L18 ${bottom}H102L${110 - inset(share)} ${level}Z`}
        fill={cup.charges > 0 ? colour : 'none'}
      />
      <path
        d="M4 8 10 14 18 184H102L110 14 116 8"
        className="line-art"
        style={{ strokeWidth: 2 }}
      />
      <path d="M109 46h8c14 0 20 14 20 34s-6 44-22 44h-9" className="line-art" />
      {[0.25, 0.5, 0.75].map((share) => (
        <path key={share} d={`M${22 + inset(share)} ${y(share)}h12`} className="line-art" />
      ))}
      <path
        d={`M${10 + inset(limit)} ${y(limit)}H${110 - inset(limit)}`}
        className="line-art"
        style={{ strokeDasharray: '5 4' }}
      />
      <path
        d={`M${10 + inset(air)} ${y(air)}H${110 - inset(air)}`}
        className="line-art"
        style={{ strokeDasharray: '2 3' }}
      />
    </svg>
  );
}
