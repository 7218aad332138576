import type { Material } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';

/** Two flakes to scale beside a ruler as long as a coin is wide. */
export function FlakeSizes({
  own,
  other,
  units,
}: {
  own: Material;
  other: Material;
  units: ShopUnits;
}) {
  const hexagon = (cx: number, size: number): string => {
    const out = size / Math.sqrt(3);
    const corners = Array.from({ length: 6 }, (_, i) => (Math.PI * i) / 3).map(
      (angle) => `${cx + out * Math.cos(angle)} ${5 + out * Math.sin(angle)}`,
    );
    return `M${corners.join('L')}Z`;
  };
  return (
    <svg
      viewBox="-1 0 30 16"
      style={{ width: '113.4mm', maxWidth: '100%' }}
      role="img"
      aria-label={
        `${own.name} ${say(own.size!, 'length', units)} beside ${other.name} ` +
        `${say(other.size!, 'length', units)}, four times their size, with a ruler of ` +
        `${say(24, 'length', units)}`
      }
    >
      <path
        d={hexagon(5, own.size!)}
        fill={own.tint ?? 'none'}
        stroke="currentColor"
        strokeWidth="0.08"
      />
      <path
        d={hexagon(17, other.size!)}
        fill={other.tint ?? 'none'}
        stroke="currentColor"
        strokeWidth="0.08"
      />
      <text x="5" y="9" fontSize="1.5" textAnchor="middle" fill="currentColor">
        the mix’s: {say(own.size!, 'length', units)}
      </text>
      <text x="17" y="9" fontSize="1.5" textAnchor="middle" fill="currentColor">
        this: {say(other.size!, 'length', units)}
      </text>
      <path
        d={`M0 12H24M${Array.from({ length: 25 }, (_, i) => `${i} 12v${i % 5 === 0 ? -1.6 : -0.8}`).join('M')}`}
        fill="none"
        stroke="currentColor"
        strokeWidth="0.1"
      />
      <text x="12" y="14.6" fontSize="1.5" textAnchor="middle" fill="currentColor">
        {' '}
        {say(24, 'length', units)}, a coin’s width, four times as large
      </text>
    </svg>
  );
}
