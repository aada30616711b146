import { blankPlan, type Plan } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../api/api';
import { useAddPlanMutation } from './planApi';

interface NewPlan {
  readonly title: string;
  readonly isBlock: boolean;
}

/** An id that no plan has. */
export const newPlanId = (kind: 'plan' | 'block'): string => `${kind}-${nanoid(8)}`;

/** Begins a plan or a block, and opens it. */
export function useNewPlan() {
  const [add] = useAddPlanMutation();
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | undefined>();
  /** Adds a draft that is written already, and opens it. */
  const createFrom = async (draft: Plan) => {
    const added = await add(draft);
    if (added.data) void navigate(`/plans/${draft.id}/edit`);
    else setProblem(sayFailure(added.error));
  };
  const create = ({ title, isBlock }: NewPlan) => {
    const id = newPlanId(isBlock ? 'block' : 'plan');
    return createFrom({ ...blankPlan(id, title), block: isBlock ? { inputs: [] } : null });
  };
  return { create, createFrom, problem };
}
