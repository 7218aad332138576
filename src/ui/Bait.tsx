import type { OutlineKey } from '@/core/mould/index.ts';
import { baitPaths } from './baitPath.ts';

/** A bait from the side, in its own colours: one, or back and belly. */
export function Bait({ outline, colours, width = 52, label }: { outline: string; colours: (string | null)[]; width?: number; label?: string }) {
  const p = baitPaths(outline as OutlineKey, 100);
  const [back, belly] = colours.length > 1 ? colours : [colours[0], colours[0]];
  const height = p.up + p.down + 4;
  return (
    <svg viewBox={`-2 ${-p.up - 2} 104 ${height}`} width={width} height={(width * height) / 104} role={label ? 'img' : undefined} aria-label={label} aria-hidden={label ? undefined : true} className="shrink-0">
      {back && <path d={p.back} fill={back} />}
      {belly && <path d={p.belly} fill={belly} />}
      <path d={p.whole} className="line-art" strokeDasharray={colours.some((c) => !c) ? '4 3' : undefined} />
    </svg>
  );
}
