import { Button, Group, TextInput } from '@mantine/core';
import { jobEventLengths } from '@probe-trail/core/job';
import { useKeptState } from '../device/keptState';
import { isText } from '../device/shapes';
import { useRecordOnJob } from './useJob';

interface NoteProps {
  readonly jobId: string;
  readonly onNoted: () => void;
}

/** Something else that is noticed on the vehicle while another fault is looked for: it goes to the job, to be quoted. */
export function NoteSideFinding({ jobId, onNoted }: NoteProps) {
  const record = useRecordOnJob(jobId);
  const [text, setText, forget] = useKeptState(`side-finding-${jobId}`, '', isText);
  const note = async () => {
    if (!(await record({ kind: 'noted', text: text.trim(), isSideFinding: true }))) return;
    setText('');
    forget();
    onNoted();
  };
  return (
    <Group align="end">
      <TextInput
        label="Side finding"
        description="Something else noticed on this bus; it is noted on the job, to be quoted"
        size="lg"
        style={{ flex: 1 }}
        maxLength={jobEventLengths('noted').text}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Button size="lg" variant="default" disabled={text.trim() === ''} onClick={() => void note()}>
        Note it
      </Button>
    </Group>
  );
}
