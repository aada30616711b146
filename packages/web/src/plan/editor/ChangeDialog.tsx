import { Button, Modal } from '@mantine/core';
import { comparePlans, type Plan } from '@probe-trail/core/plan';
import { Differences } from '../review/Differences';
import { useEdits } from './editorContext';

interface ChangeProps {
  readonly title: string;
  /** The draft as it would be. */
  readonly next: Plan;
  /** The button that makes it so. */
  readonly does: string;
  readonly onClose: () => void;
}

/** What something would change in the draft, shown before it is done. */
export function ChangeDialog({ title, next, does, onClose }: ChangeProps) {
  const { read, rework } = useEdits();
  return (
    <Modal opened onClose={onClose} title={title} size="lg">
      <Differences differences={comparePlans(read(), next)} />
      <Button
        mt="md"
        onClick={() => {
          rework(() => next);
          onClose();
        }}
      >
        {does}
      </Button>
    </Modal>
  );
}
