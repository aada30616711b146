import { Button, Chip, Group, NumberInput, SegmentedControl, Stack } from '@mantine/core';
import {
  jobEventLengths,
  type TrialCondition,
  type TrialResult,
  trialConditions,
  trialResults,
} from '@probe-trail/core/job';
import type { DriveFacts } from '@probe-trail/core/recording';
import { useKeptState } from '../device/keptState';
import { isListOf, isMissingOr, isNullOr, isNumber, isOneOf, isShaped, isText } from '../device/shapes';
import { TextBlock } from '../fields/TextField';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { DrivePicker, sayDrive } from '../recording/DrivePicker';

interface TryOutProps {
  readonly open: OpenJob;
  /** When it was repaired: a drive before that shows nothing of it. */
  readonly sinceMs: number;
  /** The repair that is to be proven; `null` where nothing was repaired. */
  readonly repairId: string | null;
  readonly onRecorded: () => void;
}

interface Trial {
  readonly under: readonly TrialCondition[];
  readonly minutes: number | null;
  readonly kilometres: number | null;
  readonly topSpeed: number | null;
  readonly complaint: TrialResult | null;
  readonly seen: string;
  /** The recording of the drive, and what it shows. */
  readonly recordingId?: string | null;
  readonly shows?: string;
}

const nothingTried: Trial = {
  under: [],
  minutes: null,
  kilometres: null,
  topSpeed: null,
  complaint: null,
  seen: '',
};
const mostSpeed = 200;
const conditions = Object.keys(trialConditions) as TrialCondition[];
const results = Object.keys(trialResults) as TrialResult[];
const isTrial = isShaped<Trial>({
  under: isListOf(isOneOf(conditions)),
  minutes: isNullOr(isNumber),
  kilometres: isNullOr(isNumber),
  topSpeed: isNullOr(isNumber),
  complaint: isNullOr(isOneOf(results)),
  seen: isText,
  recordingId: isMissingOr(isNullOr(isText)),
  shows: isMissingOr(isText),
});

/** How the vehicle was tried out: under which conditions, how long, how far, and what the complaint did. */
export function TryOut({ open: { jobId, record }, sinceMs, repairId, onRecorded }: TryOutProps) {
  const { note, isBusy } = useRecording(record);
  const [trial, setTrial, forget] = useKeptState<Trial>(`trial-${jobId}`, nothingTried, isTrial);
  const set = (more: Partial<Trial>) => setTrial((last) => ({ ...last, ...more }));
  const { minutes, complaint, shows = '' } = trial;
  const isReady = minutes !== null && complaint !== null;
  const send = async () => {
    if (!isReady) return;
    const { under, kilometres, topSpeed, seen, recordingId = null } = trial;
    const tried = { under: [...under], minutes, kilometres: kilometres ?? 0, topSpeed, complaint, seen: seen.trim() };
    const recorded = recordingId === null ? {} : { recordingId };
    if (!(await note({ kind: 'triedOut', repairId, ...tried, ...recorded }))) return;
    forget();
    onRecorded();
  };
  return (
    <form
      aria-label="Try it out"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Stack maw={760} my="md">
        <DrivePicker
          jobId={jobId}
          sinceMs={sinceMs}
          recordingId={trial.recordingId ?? undefined}
          onPick={(recordingId) => set({ recordingId: recordingId ?? null, shows: '' })}
          onFacts={(facts) => shows === '' && setTrial((last) => withDrive(last, facts))}
        />
        {shows !== '' && <p role="status">It shows {shows}.</p>}
        <Chip.Group
          multiple
          value={[...trial.under]}
          onChange={(next) => set({ under: conditions.filter((one) => next.includes(one)) })}
        >
          <Group gap={8} role="group" aria-label="Under which conditions">
            {conditions.map((one) => (
              <Chip key={one} value={one} size="lg" variant="outline">
                {trialConditions[one]}
              </Chip>
            ))}
          </Group>
        </Chip.Group>
        <Group align="end">
          <Whole label="Minutes" most={1440} value={minutes} onValue={(next) => set({ minutes: next })} isRequired />
          <Whole
            label="Kilometres"
            most={2000}
            value={trial.kilometres}
            onValue={(next) => set({ kilometres: next })}
          />
          <Whole
            label="Top speed, km/h"
            most={mostSpeed}
            value={trial.topSpeed}
            onValue={(next) => set({ topSpeed: next })}
          />
        </Group>
        <SegmentedControl
          aria-label="The complaint"
          size="lg"
          data={results.map((value) => ({ value, label: `It ${trialResults[value]}` }))}
          {...(complaint === null ? { value: '' } : { value: complaint })}
          onChange={(next) => set({ complaint: next as TrialResult })}
        />
        <TextBlock
          label="What was seen"
          placeholder="fan at full speed at 103 °C, lamp stayed off"
          maxLength={jobEventLengths('triedOut').seen}
          value={trial.seen}
          onText={(seen) => set({ seen })}
        />
        <Group>
          <Button type="submit" size="lg" mih={56} loading={isBusy} disabled={!isReady}>
            Record how it was tried
          </Button>
        </Group>
      </Stack>
    </form>
  );
}

/** What a recording shows is filled in; what somebody has chosen besides stays. */
const withDrive = (trial: Trial, facts: DriveFacts): Trial => ({
  ...trial,
  under: conditions.filter((one) => trial.under.includes(one) || facts.reached.includes(one)),
  minutes: Math.max(1, Math.round(facts.minutes)),
  kilometres: facts.kilometres === undefined ? trial.kilometres : Math.round(facts.kilometres),
  topSpeed: facts.topSpeed === undefined ? trial.topSpeed : Math.min(mostSpeed, Math.round(facts.topSpeed)),
  shows: sayDrive(facts),
});

interface WholeProps {
  readonly label: string;
  readonly most: number;
  readonly value: number | null;
  readonly onValue: (value: number | null) => void;
  readonly isRequired?: boolean;
}

const Whole = ({ label, most, value, onValue, isRequired = false }: WholeProps) => (
  <NumberInput
    label={label}
    w={150}
    size="md"
    required={isRequired}
    min={0}
    max={most}
    clampBehavior="strict"
    allowDecimal={false}
    allowNegative={false}
    value={value ?? ''}
    onChange={(next) => onValue(typeof next === 'number' ? next : null)}
  />
);
