import { Button } from '@mantine/core';
import { Wait } from '../../api/Wait';
import { useMay } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { PlanLines } from '../list/PlanLines';
import { usePlansQuery } from '../planApi';
import { useNewPlan } from '../useNewPlan';

/** Runs of steps that several plans have in them. */
export function BlocksPart() {
  const { data, error, refetch } = usePlansQuery(undefined, { refetchOnMountOrArgChange: true });
  const { create, problem } = useNewPlan();
  const mayWrite = useMay('writePlans');
  return (
    <>
      {problem && <Notice kind="outOfSpec" title={problem} />}
      <Wait for={data} error={error} retry={refetch}>
        {(plans) => {
          const blocks = plans.filter(({ isBlock }) => isBlock);
          return blocks.length === 0 ? (
            <p>No block yet. Write one here, or make one from chosen steps on the map of a plan.</p>
          ) : (
            <PlanLines plans={blocks} />
          );
        }}
      </Wait>
      {mayWrite && (
        <Button variant="default" mt="sm" onClick={() => void create({ title: 'New block', isBlock: true })}>
          Write a new block
        </Button>
      )}
    </>
  );
}
