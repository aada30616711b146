import { Button, Modal } from '@mantine/core';
import { comparePlans, type Plan } from '@probe-trail/core/plan';
import type { ReactNode } from 'react';
import { useDraft, useEdits } from '../draft/editorContext';
import { Differences } from './Differences';

interface ChangeProps {
  readonly title: string;
  /** Makes of the draft what it would be. */
  readonly change: (now: Plan) => Plan;
  /** The button that makes it so. */
  readonly does: string;
  readonly onClose: () => void;
  /** What is to be known or chosen before. */
  readonly children?: ReactNode;
}

/** What something would change in the draft, shown before it is done. */
export function ChangeDialog({ title, change, does, onClose, children }: ChangeProps) {
  const { rework } = useEdits();
  const plan = useDraft((draft) => draft);
  return (
    <Modal opened onClose={onClose} title={title} size="lg">
      {children}
      <Differences differences={comparePlans(plan, change(plan))} />
      <Button
        mt="md"
        onClick={() => {
          rework(change);
          onClose();
        }}
      >
        {does}
      </Button>
    </Modal>
  );
}
