import { blankPlan } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../app/api';
import { useAddPlanMutation } from './planApi';

interface NewPlan {
  readonly title: string;
  readonly isBlock: boolean;
}

/** Begins a plan or a block with nothing in it, and opens it. */
export function useNewPlan() {
  const [add] = useAddPlanMutation();
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | undefined>();
  const create = async ({ title, isBlock }: NewPlan) => {
    const id = `${isBlock ? 'block' : 'plan'}-${nanoid(8)}`;
    const added = await add({ ...blankPlan(id, title), block: isBlock ? { inputs: [] } : null });
    if (added.data) void navigate(`/plans/${id}/edit`);
    else setProblem(sayFailure(added.error));
  };
  return { create, problem };
}
