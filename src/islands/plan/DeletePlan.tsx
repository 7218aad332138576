import Delete from '../history/Delete.tsx';

interface Props {
  /** undefined before it is saved */
  id: number | undefined;
  version: string | undefined;
  /** a session was opened on it */
  isAtBench: boolean | undefined;
}
/** A plan that was not taken to the bench may be deleted. */
export const DeletePlan = ({ id, version, isAtBench }: Props) =>
  id && version && !isAtBench ? (
    <div className="mt-8 border-t border-rule pt-3">
      <Delete place={`/api/plans/${id}`} version={version} to={`/plan?deleted=${id}`} noun="plan" />
    </div>
  ) : null;
