import { Button, Group, NumberInput, SegmentedControl, Stack } from '@mantine/core';
import { type SideFinding, sideFindingSchema, type Urgency, urgencies } from '@probe-trail/core/sideFinding';
import { useKeptState } from '../device/keptState';
import { isListOf, isNullOr, isNumber, isOneOf, isShaped, isText } from '../device/shapes';
import { FormProblem } from '../fields/FormProblem';
import { optionsOf } from '../fields/optionsOf';
import { TextLine } from '../fields/TextField';
import { useShortForm } from '../fields/useShortForm';
import { useRecordOnJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { PhotoField } from '../photo/PhotoField';

interface FormProps {
  readonly jobId: string;
  readonly onRecorded: () => void;
}

const nothing: SideFinding = { what: '', urgency: 'soon', reading: '', minutes: null, photoIds: [] };
const isFinding = isShaped<SideFinding>({
  what: isText,
  urgency: isOneOf(Object.keys(urgencies) as Urgency[]),
  reading: isText,
  minutes: isNullOr(isNumber),
  photoIds: isListOf(isText),
});
const mostPhotos = 6;

/** Something else that is noticed on the vehicle while another fault is looked for: it goes to the job, to be quoted. */
export function SideFindingForm({ jobId, onRecorded }: FormProps) {
  const { note, isBusy } = useRecording(useRecordOnJob(jobId));
  const [kept, keep, forget] = useKeptState<SideFinding>(`side-finding-form-${jobId}`, nothing, isFinding);
  const form = useShortForm({
    schema: sideFindingSchema,
    initial: kept,
    tidy: (finding) => ({ ...finding, what: finding.what.trim(), reading: finding.reading.trim() }),
    onChange: keep,
    send: async (finding) => {
      if (!(await note({ kind: 'sideFound', finding }))) return;
      form.set(nothing);
      forget();
      onRecorded();
    },
  });
  return (
    <form onSubmit={form.onSubmit} aria-label="A side finding">
      <Stack gap="sm" maw={760} mb="lg">
        <TextLine
          label="What was noticed"
          placeholder="left front tyre worn on the inner edge"
          required
          {...form.text('what')}
          onText={(what) => form.set({ what })}
        />
        <SegmentedControl
          aria-label="How urgent"
          size="lg"
          data={optionsOf(urgencies)}
          value={form.values.urgency}
          onChange={(urgency) => form.set({ urgency: urgency as Urgency })}
        />
        <Group align="end">
          <TextLine
            label="What was measured"
            placeholder="1.4 mm"
            {...form.text('reading')}
            onText={(reading) => form.set({ reading })}
          />
          <NumberInput
            label="Minutes that it takes"
            w={190}
            size="md"
            min={0}
            max={6000}
            clampBehavior="strict"
            allowDecimal={false}
            allowNegative={false}
            value={form.values.minutes ?? ''}
            onChange={(minutes) => form.set({ minutes: typeof minutes === 'number' ? minutes : null })}
          />
        </Group>
        <PhotoField
          label="Side finding"
          photoIds={form.values.photoIds}
          most={mostPhotos}
          onAdd={(photoId) => form.change(({ photoIds }) => ({ photoIds: [...photoIds, photoId] }))}
          onRemoveLast={() => form.change(({ photoIds }) => ({ photoIds: photoIds.slice(0, -1) }))}
        />
        <FormProblem form={form} />
        <Group>
          <Button type="submit" size="lg" mih={56} loading={isBusy} disabled={!form.isReady}>
            Record the side finding
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
