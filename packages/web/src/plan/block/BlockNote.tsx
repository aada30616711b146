import { Button, Group, Select } from '@mantine/core';
import {
  type BlockUse,
  leadResultTo,
  makeOwn,
  type Plan,
  putBlock,
  type Step,
  useOfVersion,
} from '@probe-trail/core/plan';
import { useState } from 'react';
import { Link } from 'react-router';
import { Notice } from '../../spec/Notice';
import { useDraft, useEdits } from '../draft/editorContext';
import { goToOf, optionOf, useGoals } from '../draft/goals';
import classes from '../fields/editorFields.module.css';
import { usePlanQuery, usePlanVersionQuery } from '../planApi';
import { ChangeDialog } from '../review/ChangeDialog';
import { BlockFields } from './BlockFields';

/** Of a step that comes from a block: which, what is filled in there, where its results lead, and whether there is a newer version. */
export function BlockNote({ step }: { readonly step: Step }) {
  const use = useDraft(({ uses }) => uses.find(({ id }) => id === step.use?.useId));
  if (!use) return null;
  return <OfUse key={use.id} use={use} />;
}

function OfUse({ use }: { readonly use: BlockUse }) {
  const { read, rework } = useEdits();
  const { data: block, error } = usePlanVersionQuery({ planId: use.blockId, version: use.version });
  const [problem, setProblem] = useState<string | undefined>();
  const fill = (change: (now: BlockUse) => BlockUse) => {
    const plan = read();
    const now = plan.uses.find(({ id }) => id === use.id);
    if (!block || !now) return;
    const put = putBlock(plan, block.document, change(now));
    setProblem(put.ok ? undefined : put.problem);
    if (put.ok) rework(() => put.value.plan);
  };
  return (
    <section className={classes.block} aria-label="The block">
      <p>
        From the block <Link to={`/plans/${use.blockId}`}>{use.title}</Link>, version {use.version}. Its steps are
        written there.
      </p>
      {error ? (
        <p className="soft">This block is not in the library here: its steps stay as they are.</p>
      ) : (
        <>
          <Newer use={use} />
          {block && <BlockFields block={block.document} use={use} onUse={fill} />}
          {block && <Results block={block.document} use={use} />}
        </>
      )}
      {problem && <Notice kind="outOfSpec" title={problem} />}
      <Group>
        <Button variant="subtle" color="gray" px={0} onClick={() => rework((plan) => makeOwn(plan, use.id))}>
          Make its steps part of this plan
        </Button>
      </Group>
    </section>
  );
}

function Results({ block, use }: { readonly block: Plan; readonly use: BlockUse }) {
  const { rework } = useEdits();
  const steps = useDraft((plan) => plan.steps);
  const goals = useGoals();
  const goalOf = (resultId: string) =>
    steps
      .filter((step) => step.use?.useId === use.id)
      .flatMap((step) => {
        const end = step.use?.ends.find((one) => one.resultId === resultId);
        return step.outcomes.find(({ id }) => id === end?.outcomeId)?.goTo ?? [];
      })[0];
  return (
    <div className={classes.fields}>
      {block.conclusions.map(({ id, title }) => (
        <Select
          key={id}
          label={`“${title || id}” leads to`}
          placeholder="nowhere yet"
          searchable
          clearable
          data={goals}
          value={optionOf(goalOf(id) ?? { kind: 'nowhere' })}
          onChange={(value) => rework((plan) => leadResultTo(plan, use.id, id, goToOf(value)))}
        />
      ))}
    </div>
  );
}

/** A newer version of the block, with what it changes in this plan. */
function Newer({ use }: { readonly use: BlockUse }) {
  const { data: block } = usePlanQuery(use.blockId, { refetchOnMountOrArgChange: true });
  const version = block?.released?.version ?? use.version;
  if (version <= use.version) return null;
  return <BringUpToDate use={use} version={version} />;
}

function BringUpToDate({ use, version }: { readonly use: BlockUse; readonly version: number }) {
  const { read } = useEdits();
  const { data: newer } = usePlanVersionQuery({ planId: use.blockId, version });
  const [isOpen, setIsOpen] = useState(false);
  const [problem, setProblem] = useState<string | undefined>();
  const putInto = (plan: Plan, { document }: NonNullable<typeof newer>) =>
    putBlock(plan, document, useOfVersion(use, document, version));
  const look = () => {
    const put = newer && putInto(read(), newer);
    setIsOpen(put?.ok === true);
    setProblem(put?.ok === false ? put.problem : undefined);
  };
  return (
    <Notice kind="tooCloseToCall" title={`The block has a newer version ${version}.`}>
      {problem && <p>{problem}</p>}
      <Button variant="default" disabled={!newer} onClick={look}>
        See what changes
      </Button>
      {isOpen && newer && (
        <ChangeDialog
          title={`Version ${version} of “${use.title}”`}
          change={(plan) => {
            const put = putInto(plan, newer);
            return put.ok ? put.value.plan : plan;
          }}
          does="Update it"
          onClose={() => setIsOpen(false)}
        />
      )}
    </Notice>
  );
}
