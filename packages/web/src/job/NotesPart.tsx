import { Button, Group } from '@mantine/core';
import { useMay } from '../person/sessionApi';
import { useKeptState } from '../ui/keptState';
import { Notice } from '../ui/Notice';
import { TextBlock } from '../ui/TextField';
import { Part } from './Part';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

/** Notes on the visit: what else was noticed, where the key hangs, what was agreed. */
export function NotesPart({ open: { jobId, job, record } }: { readonly open: OpenJob }) {
  const { note, problem, isBusy } = useRecording(record);
  const [text, setText, forget] = useKeptState(`note-${jobId}`, '');
  const mayNote = useMay('takeInJobs');
  const save = async () => {
    if (!(await note({ kind: 'noted', text: text.trim() }))) return;
    setText('');
    forget();
  };
  return (
    <Part title="Notes">
      {job.notes.map(({ id, text: said, by }) => (
        <p key={id}>
          {said} <small className="soft">{by}</small>
        </p>
      ))}
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      {mayNote && (
        <>
          <TextBlock
            aria-label="A note"
            placeholder="What else is worth knowing"
            maxLength={2000}
            value={text}
            onText={setText}
          />
          <Group mt="xs">
            <Button variant="default" loading={isBusy} disabled={text.trim() === ''} onClick={() => void save()}>
              Add the note
            </Button>
          </Group>
        </>
      )}
    </Part>
  );
}
