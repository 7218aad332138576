import { MAKES, stageLayers } from '@/core/build/index.ts';
import { levelOf, portLine } from '@/core/colour/index.ts';
import { depthOf } from '@/core/mould/index.ts';
import type { Job, PlanInput, Run } from '@/core/plan/index.ts';
import { rigOf, runsOf, sourceOf } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { shares, stageFill, sum } from '@/core/shot/index.ts';
import { Bait } from './Bait.tsx';
import { drawLayers, withInsert } from './drawLayers.ts';

/** How far the line between two barrels' colours will sit from the middle, and near the port. */
function lineSays(run: Run, units: ShopUnits): string | null {
  const rig = rigOf(run);
  if (!rig || run.stage.layers.length < 2 || !rig.yoked) return null;
  const part = shares(rig);
  const even = part.every((share) => Math.abs(share - 1 / part.length) < 0.005);
  const cavity = run.tools.moulds[0]?.mould.cavities[0];
  if (even)
    return part.length === 2
      ? 'Equal bores: the line lies in the middle.'
      : 'Equal bores: a third each.';
  if (part.length !== 2 || !cavity)
    return `Unequal bores: ${part.map((share) => `${Math.round(share * 100)} %`).join(', ')} of the bait.`;
  // The second colour lies under: the line sits where its share of the section ends.
  const off = levelOf(part[1]!) * (depthOf(cavity.outline, cavity.length) / 2);
  return (
    `Unequal bores: the line sits ${say(Math.abs(off), 'length', units, 1)} ` +
    `${off < 0 ? 'under' : 'over'} the middle of the deepest section; near the port ` +
    `${run.stage.layers[0]!.name.toLowerCase()} takes ` +
    `${Math.round(portLine(part)[0]! * 100)} % of the depth.`
  );
}

function StageDrawing({
  run,
  job,
  input,
  units,
}: {
  run: Run;
  job: Job;
  input: PlanInput;
  units: ShopUnits;
}) {
  const mould = run.tools.moulds[0]!.mould;
  const fills = stageFill(run.stage, mould, sourceOf(job, run.stage));
  const mean = (pick: (fill: (typeof fills)[number]) => number) =>
    sum(fills.map(pick)) / fills.length;
  const colour = (key: string) =>
    input.cups.find((cup) => cup.id === job.drawnFrom[key])?.recipe.colour ?? null;
  const maker = job.build.stages.find((stage) => stage.key === run.stage.takes);
  const own = drawLayers(stageLayers(run.stage), (layer) => colour(layer.key));
  const insert = maker ? drawLayers(stageLayers(maker), (layer) => colour(layer.key)) : [];
  const parts: [string, number][] = [
    ...(run.stage.rods ? [['rod', mean((fill) => fill.rod)] as [string, number]] : []),
    ...(run.stage.closes
      ? [['tail, closed off', mean((fill) => fill.closed)] as [string, number]]
      : []),
    ...(maker ? [[MAKES[maker.makes].name, mean((fill) => fill.insert)] as [string, number]] : []),
    ...run.stage.pours.map((pour): [string, number] => [
      pour.name.toLowerCase(),
      mean((fill) => fill.poured[pour.key]!),
    ]),
    ...(run.stage.layers.length > 0
      ? [['shot', mean((fill) => fill.shot)] as [string, number]]
      : []),
  ];
  const line = lineSays(run, units);
  return (
    <li
      className="min-w-0 max-w-md flex-1 border-t-[1.5px] border-ink pt-2"
      style={{ flexBasis: 240 }}
    >
      <p className="flex items-center gap-3">
        <Bait
          outline={mould.cavities[0]!.outline}
          profile={mould.cavities[0]!.profile}
          width={96}
          layers={withInsert(maker?.makes, insert, own)}
        />
        <span>
          <b>{run.stage.name}</b>
          <span className="hint block">{mould.name}</span>
        </span>
      </p>
      <table className="mt-1">
        <tbody>
          {parts.map(([what, ml]) => (
            <tr key={what}>
              <td>{what}</td>
              <td className="num">{say(ml, 'volume', units, 2)}</td>
            </tr>
          ))}
          <tr>
            <td>
              <b>cavity</b>
            </td>
            <td className="num">
              <b>
                {say(
                  mean((fill) => fill.cavity),
                  'volume',
                  units,
                  2,
                )}
              </b>
            </td>
          </tr>
        </tbody>
      </table>
      {line && <p className="hint mt-1">{line}</p>}
    </li>
  );
}

/** What lies in a cavity, stage by stage: its layers add up to it. */
export function Stages({ input, units }: { input: PlanInput; units: ShopUnits }) {
  return (
    <section className="mt-6">
      <h2>In one cavity</h2>
      {input.jobs.map((job) => (
        <div key={job.key} className="mt-2">
          {input.jobs.length > 1 && (
            <p className="hint">
              {job.bait.name}, {job.colourway.name}
            </p>
          )}
          <ol className="flex flex-wrap gap-x-6 gap-y-3">
            {runsOf(job)
              .filter((run) => run.tools.moulds.length > 0)
              .map((run) => (
                <StageDrawing key={run.key} run={run} job={job} input={input} units={units} />
              ))}
          </ol>
        </div>
      ))}
    </section>
  );
}
