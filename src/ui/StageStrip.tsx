import type { Build } from '@/core/build/index.ts';
import { BLOCKS, MAKES, POUR_BY, PUSHES, stageLayers } from '@/core/build/index.ts';
import { Bait } from './Bait.tsx';
import type { Drawn } from './drawLayers.ts';
import { drawLayers, withInsert } from './drawLayers.ts';

/** Barrels and block of a stage, small; or the lip of a cup, or a rod. */
function Tools({
  stage,
  colourOf,
}: {
  stage: Build['stages'][number];
  colourOf: (key: string) => string;
}) {
  const count = stage.layers.length;
  const x = (i: number) => 48 + (i - (count - 1) / 2) * 26;
  return (
    <svg viewBox="0 0 96 84" width="96" height="84" aria-hidden="true" className="shrink-0">
      {stage.layers.map((layer, i) => (
        <g key={layer.key}>
          <rect
            x={x(i) - 8}
            y="10"
            width="16"
            height="36"
            fill={colourOf(layer.key)}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <path
            d={
              `M${x(i)} 2V10` +
              (stage.yoked && count > 1
                ? ''
                : `M${x(i) - 7} ${stage.yoked ? 3 : 3 + (i % 2) * 3}h14`) +
              `M${x(i)} 46V52`
            }
            className="line-art"
          />
          {stage.block === 'split' ? (
            <path
              d={`M${x(i)} 52L36 78M${x(i)} 52L60 78`}
              stroke={colourOf(layer.key)}
              strokeWidth="3"
              fill="none"
            />
          ) : (
            <path
              d={`M${x(i)} 52L${48 + (i - (count - 1) / 2) * 8} 78`}
              stroke={colourOf(layer.key)}
              strokeWidth="4"
              fill="none"
            />
          )}
        </g>
      ))}
      {stage.yoked && count > 1 && (
        <path d={`M${x(0) - 10} 3H${x(count - 1) + 10}`} stroke="var(--ink)" strokeWidth="3.5" />
      )}
      {count === 0 && stage.by === 'hand' && (
        <g>
          <path d="M22 14 34 54 66 44 60 6Z" className="line-art" />
          <path
            d="M24 22 34 54 66 44 62 18Z"
            fill={colourOf(stage.pours[0]?.key ?? '')}
            stroke="var(--ink)"
          />
          <path
            d="M24 24C16 40 20 60 20 80"
            stroke={colourOf(stage.pours[0]?.key ?? '')}
            strokeWidth="4"
            fill="none"
          />
        </g>
      )}
      {count === 0 && stage.by === 'rod' && (
        <g>
          <path d="M48 4V44M36 4h24" stroke="var(--ink)" strokeWidth="4" />
          <rect
            x="42"
            y="44"
            width="12"
            height="34"
            fill={colourOf(stage.pours[0]?.key ?? '')}
            stroke="var(--ink)"
          />
        </g>
      )}
      {count > 0 && stage.pours.length > 0 && (
        <circle cx="12" cy="72" r="6" fill={colourOf(stage.pours[0]!.key)} stroke="var(--ink)" />
      )}
    </svg>
  );
}

/**
 * The stages of a build, left to right as they are shot: what pushes, through what, and what comes
 * out.
 */
export function StageStrip({
  build,
  outline,
  colourOf,
}: {
  build: Build;
  outline: string;
  colourOf: (key: string) => string;
}) {
  const made = (i: number): Drawn[] => {
    const stage = build.stages[i]!;
    const from = build.stages.findIndex((other) => other.key === stage.takes);
    const own = drawLayers(stageLayers(stage), (layer) => colourOf(layer.key));
    const insert = from >= 0 && from < i ? made(from) : [];
    return withInsert(build.stages[from]?.makes, insert, own);
  };
  return (
    <ol className="flex flex-wrap items-stretch gap-x-2 gap-y-4">
      {build.stages.map((stage, i) => (
        <li key={stage.key} className="flex min-w-0 items-center gap-2">
          {i > 0 && (
            <svg width="26" height="20" viewBox="0 0 26 20" aria-hidden="true">
              <path d="M2 10H22M15 3l7 7-7 7" className="line-art" style={{ strokeWidth: 2 }} />
            </svg>
          )}
          <Tools stage={stage} colourOf={colourOf} />
          <div className="min-w-0">
            <Bait outline={outline} width={108} layers={made(i)} />
            <p className="text-sm">
              <b>{stage.name}</b>
            </p>
            <p className="hint max-w-44 leading-tight">
              {[
                stage.layers.length > 0
                  ? stage.block
                    ? BLOCKS[stage.block].name
                    : 'one barrel'
                  : POUR_BY[stage.by].name,
                ...(stage.layers.length > 0 && stage.pours.length > 0 ? ['a pour first'] : []),
                ...(stage.layers.length > 1 && !stage.yoked ? ['yoke off'] : []),
                ...(stage.rods ? [stage.closes ? 'rods in, tail closed off' : 'rods in'] : []),
                ...(stage.takes
                  ? [
                      `${MAKES[build.stages.find((other) => other.key === stage.takes)?.makes ?? 'tail'].many} ` +
                        'laid in',
                    ]
                  : []),
                ...(stage.push !== 'even' ? [PUSHES[stage.push].name] : []),
              ].join(', ')}
            </p>
          </div>
        </li>
      ))}
      {build.finish && (
        <li className="flex items-center gap-2">
          <svg width="26" height="20" viewBox="0 0 26 20" aria-hidden="true">
            <path d="M2 10H22M15 3l7 7-7 7" className="line-art" style={{ strokeWidth: 2 }} />
          </svg>
          <div>
            <Bait
              outline={outline}
              width={108}
              layers={[
                ...made(build.stages.length - 1),
                { place: build.finish.place, colour: colourOf(build.finish.key) },
              ]}
            />
            <p className="text-sm">
              <b>{build.finish.name}</b>
            </p>
            <p className="hint">dipped or painted after</p>
          </div>
        </li>
      )}
    </ol>
  );
}

/** Colours to show a build in before any mix is chosen: told apart by lightness too. */
const SAMPLE = ['#3f6b63', '#d9cfae', '#a4552f', '#2f2b28', '#c9a24a', '#7d8fa3'];
export const sampleColour = (build: Build) => {
  const keys = [
    ...build.stages.flatMap((stage) => stageLayers(stage).map((stageLayer) => stageLayer.key)),
    ...(build.finish ? [build.finish.key] : []),
  ];
  return (key: string): string => SAMPLE[keys.indexOf(key) % SAMPLE.length] ?? 'var(--raised)';
};
