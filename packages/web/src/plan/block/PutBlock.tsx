import { Button, Modal, Select, Stack } from '@mantine/core';
import { type BlockUse, newUse, type PlanVersion, putBlockAfter } from '@probe-trail/core/plan';
import { skipToken } from '@reduxjs/toolkit/query';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { Link } from 'react-router';
import { Notice } from '../../spec/Notice';
import { useDraft, useEdits } from '../draft/editorContext';
import { usePlansQuery, usePlanVersionQuery } from '../planApi';
import { BlockFields } from './BlockFields';

interface PutProps {
  /** The step behind which it is put. */
  readonly afterId: string | undefined;
  readonly onPut: (firstStepId: string) => void;
  readonly onClose: () => void;
}

/** Puts a block into the draft, with what it asks for filled in. */
export function PutBlock({ afterId, onPut, onClose }: PutProps) {
  const { data: plans } = usePlansQuery(undefined, { refetchOnMountOrArgChange: true });
  const planId = useDraft(({ id }) => id);
  const [blockId, setBlockId] = useState<string | null>(null);
  const blocks = (plans ?? []).filter((plan) => plan.isBlock && plan.released && plan.planId !== planId);
  const version = blocks.find((one) => one.planId === blockId)?.released?.version;
  const { data } = usePlanVersionQuery(blockId && version ? { planId: blockId, version } : skipToken);
  return (
    <Modal opened onClose={onClose} title="A block from the library" size="lg">
      {plans && blocks.length === 0 ? (
        <p>
          The library has no released block. <Link to="/library?part=blocks">Write one there</Link>, or choose steps on
          a map and make one of them.
        </p>
      ) : (
        <Stack>
          <Select
            label="Block"
            placeholder="Choose a block"
            searchable
            data-autofocus
            data={blocks.map(({ planId: value, title }) => ({ value, label: title }))}
            value={blockId}
            onChange={setBlockId}
          />
          {data && data.planId === blockId && (
            <Filling key={data.planId} block={data} afterId={afterId} onPut={onPut} onClose={onClose} />
          )}
        </Stack>
      )}
    </Modal>
  );
}

function Filling({
  block: { document, version },
  afterId,
  onPut,
  onClose,
}: PutProps & { readonly block: PlanVersion }) {
  const { read, rework } = useEdits();
  const [use, setUse] = useState<BlockUse>(() => newUse(`use-${nanoid(6)}`, document, version));
  const [problem, setProblem] = useState<string | undefined>();
  const put = () => {
    const result = putBlockAfter(read(), afterId, document, use);
    if (!result.ok) return setProblem(result.problem);
    rework(() => result.value.plan);
    onPut(result.value.firstStepId);
    return onClose();
  };
  return (
    <>
      {document.summary !== '' && <p>{document.summary}</p>}
      <BlockFields block={document} use={use} onUse={setUse} />
      {problem && <Notice kind="outOfSpec" title={problem} />}
      <Button onClick={put}>Insert it</Button>
    </>
  );
}
