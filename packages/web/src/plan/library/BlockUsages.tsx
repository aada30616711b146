import { Button } from '@mantine/core';
import type { UsageQuery } from '@probe-trail/core/library';
import { type Plan, type PlanListItem, putBlock, useOfVersion } from '@probe-trail/core/plan';
import { ok, type Result } from '@probe-trail/core/result';
import { useCallback, useMemo, useState } from 'react';
import { useMay } from '../../session/sessionApi';
import { ChangeDrafts } from './ChangeDrafts';
import { Usages } from './Usages';

interface UsagesProps {
  readonly plan: PlanListItem;
  readonly document: Plan | undefined;
  /** The released version; without one there is nothing to bring up to date. */
  readonly version: number | undefined;
}

/** The plans that have a block in them; their drafts can be brought up to date at once. */
export function BlockUsages({ plan, document, version }: UsagesProps) {
  const of = useMemo<UsageQuery>(() => ({ of: 'block', what: plan.planId }), [plan.planId]);
  const mayWrite = useMay('writePlans');
  const [isOpen, setIsOpen] = useState(false);
  return (
    <section>
      <h2>Where it is used</h2>
      <Usages query={of} />
      {mayWrite && document && version !== undefined && (
        <Button variant="default" onClick={() => setIsOpen(true)}>
          Bring the drafts up to date
        </Button>
      )}
      {isOpen && document && version !== undefined && (
        <Changes of={of} block={document} version={version} onClose={() => setIsOpen(false)} />
      )}
    </section>
  );
}

interface ChangesProps {
  readonly of: UsageQuery;
  readonly block: Plan;
  readonly version: number;
  readonly onClose: () => void;
}

function Changes({ of, block, version, onClose }: ChangesProps) {
  const rework = useCallback((draft: Plan) => upToDate(draft, block, version), [block, version]);
  return (
    <ChangeDrafts
      title={`Version ${version} of “${block.title}” in the drafts`}
      of={of}
      rework={rework}
      onClose={onClose}
    />
  );
}

/** A draft with every use of the block brought to this version. */
function upToDate(draft: Plan, block: Plan, version: number): Result<Plan, string> {
  let plan = draft;
  for (const use of draft.uses) {
    if (use.blockId !== block.id) continue;
    const put = putBlock(plan, block, useOfVersion(use, block, version));
    if (!put.ok) return put;
    plan = put.value.plan;
  }
  return ok(plan);
}
