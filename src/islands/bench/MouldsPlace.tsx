import type { ReactNode } from 'react';
import type {
  BenchView,
  HeatAnswer,
  MouldState,
  SessionState,
  SaidStep,
} from '@/core/session/index.ts';
import { MarkGrid } from './MarkGrid.tsx';
import { BenchMould } from './Moulds.tsx';
import { Place } from './Place.tsx';

interface Props extends Pick<BenchView, 'run' | 'moulds' | 'runOf'> {
  state: SessionState;
  answer: HeatAnswer | null;
  step: SaidStep | null;
  now: number;
  /** whose cavities are being marked, and which of them has the keys */
  marking: MouldState | undefined;
  focus: number;
  brushButtons: ReactNode;
  /** what a fault looked like before */
  beside: ReactNode;
  onCavity: (cavity: number) => void;
  onMain: () => void;
}
/** The moulds in turn, and what their cavities are marked with. */
export function MouldsPlace({
  state,
  moulds,
  run,
  runOf,
  answer,
  step,
  now,
  marking,
  focus,
  brushButtons,
  beside,
  onCavity,
  onMain,
}: Props) {
  const { units } = state.snapshot;
  const staged = run && run.job.build.stages.length > 1;
  return (
    <Place
      tall={marking !== undefined}
      at="moulds"
      title={moulds.length > 1 ? 'Moulds' : 'Mould'}
      sub={
        moulds.length > 1
          ? `${moulds.length} in step`
          : moulds[0]?.mould.cavities.length === 1
            ? '1 cavity'
            : `${moulds[0]?.mould.cavities.length ?? 0} cavities`
      }
      body={
        <div className="flex min-h-0 flex-1 flex-col gap-3">
          {moulds.map((mould) => (
            <BenchMould
              key={mould.key}
              state={state}
              mould={mould}
              seen={answer?.moulds[mould.key]}
              run={runOf(mould.key)}
              units={units}
              now={now}
              active={marking?.key === mould.key}
              isAside={marking !== undefined && marking !== mould && mould.phase.is !== 'opened'}
              focus={focus}
              onCavity={onCavity}
              onTap={() =>
                step &&
                step.target === mould.key &&
                step.key !== 'shoot' &&
                step.key !== 'pour' &&
                onMain()
              }
            />
          ))}
          {marking && (
            <MarkGrid mould={marking} state={state} onCavity={onCavity}>
              {brushButtons}
            </MarkGrid>
          )}
          {beside}
        </div>
      }
      foot={
        marking ? (
          <div className="hidden flex-wrap gap-1 md:flex" role="group" aria-label="Mark with">
            {brushButtons}
          </div>
        ) : (
          <>
            <p className="truncate font-bold">
              {run
                ? `${staged ? `${run.stage.name}: ` : ''}${run.job.bait.name}, ${run.job.colourway.name}`
                : ''}
            </p>
            <p className="hint truncate">
              {run
                ? `${run.job.build.name}. ${run.done} of ${run.target} ` +
                  `shots${run.trials ? `, ${run.trialsDone} of ${run.trials} trials` : ''}`
                : ''}
            </p>
          </>
        )
      }
      extra={`md:col-span-2 lg:col-span-1 ${marking ? 'max-lg:order-first' : ''}`}
    />
  );
}
