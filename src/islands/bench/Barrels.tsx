import { layersOf } from '@/core/build/index.ts';
import { density } from '@/core/material/index.ts';
import type { CupState, InjectorState, JobState, MouldState } from '@/core/session/index.ts';

interface Props {
  injector: InjectorState;
  job: JobState;
  cups: Map<string, CupState>;
  mould: MouldState | null;
  onTop: () => void;
}

/** Barrels to proportion over their block, each port over its own half: how far the plungers stand out is what is in them. */
export function Barrels({ injector, job, cups, mould, onTop }: Props) {
  const layers = layersOf(job.job.build);
  const { barrels } = injector.injector;
  const heat = (job.job.window.low + job.job.window.high) / 2;
  const longest = Math.max(...barrels.map((b) => b.volume / b.bore ** 2));
  const gap = 150 / barrels.length;
  const centre = (i: number) => 75 + (i - (barrels.length - 1) / 2) * gap * 0.9;
  const floor = 262;
  const colourOf = (i: number) => cups.get(injector.contents[i]?.cup ?? String(job.job.layers[layers[i]?.key ?? ''] ?? ''))?.colour ?? 'var(--rule)';
  const wrong = mould?.top === 'wrong';
  return (
    <svg viewBox="0 0 150 400" className="block h-full max-h-80 w-full lg:max-h-full" role="group" aria-label={`${injector.injector.name}, ${barrels.length === 1 ? 'one barrel' : 'yoke on'}`}>
      {barrels.length > 1 && <text x="75" y="14" textAnchor="middle" fontSize="13" fill="var(--soft)">yoke on</text>}
      {barrels.map((b, i) => {
        const w = (b.bore / Math.max(...barrels.map((x) => x.bore))) * Math.min(46, gap * 0.7);
        const h = ((b.volume / b.bore ** 2) / longest) * 170;
        const full = Math.min(1, (injector.contents[i]?.grams ?? 0) / density(heat) / b.volume);
        const x = centre(i) - w / 2;
        const top = floor - h;
        const plunger = floor - 4 - full * (h - 10);
        return (
          <g key={i}>
            <rect x={x} y={plunger} width={w} height={floor - plunger} fill={full > 0.005 ? colourOf(i) : 'none'} />
            <rect x={x} y={top} width={w} height={h} className="line-art" style={{ strokeWidth: 2 }} />
            <path d={`M${centre(i)} 26V${plunger}M${x - 1} ${plunger}h${w + 2}`} stroke="var(--ink)" strokeWidth="3.5" fill="none" />
            <path d={`M${x} ${floor}l${w / 2 - 5} 16h10L${x + w} ${floor}`} className="line-art" />
            <text x={centre(i)} y={top - 6} textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--ink)" stroke="var(--ground)" strokeWidth="4" paintOrder="stroke">{cups.get(String(job.job.layers[layers[i]?.key ?? '']))?.letter ?? '?'}</text>
          </g>
        );
      })}
      <path d={`M${centre(0) - 22} 26H${centre(barrels.length - 1) + 22}`} stroke="var(--ink)" strokeWidth="6" />
      {injector.block ? (
        <g role="button" tabIndex={-1} aria-label="Look at TOP" onClick={onTop} style={{ cursor: 'pointer' }}>
          <path d={`M${centre(0) - 24} 278H${centre(barrels.length - 1) + 24}V318L98 358H52L${centre(0) - 24} 318Z`} fill="var(--raised)" stroke="var(--ink)" strokeWidth="1.75" />
          {barrels.map((_, i) => <path key={i} d={`M${centre(i)} 278V314L${75 + (i - (barrels.length - 1) / 2) * 18} 352`} stroke={colourOf(i)} strokeWidth="8" fill="none" />)}
          <path d="M75 346V372" className="line-art" style={{ strokeDasharray: '4 3' }} />
          {layers.map((l, i) => {
            const half = wrong ? (l.over === 'TOP' ? 'bottom' : 'TOP') : l.over;
            return <text key={l.key} x={i === 0 ? 36 : 114} y="388" textAnchor="middle" fontSize="13" fontWeight={half === 'TOP' ? 700 : 400} fill={wrong ? 'var(--stop)' : 'var(--ink)'}>{half}</text>;
          })}
        </g>
      ) : <path d={`M68 278h14v44l-7 14-7-14Z`} className="line-art" />}
    </svg>
  );
}
