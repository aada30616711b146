import { Button, Group, SegmentedControl, Select, Stack } from '@mantine/core';
import { foundOn, nextPoint } from '@probe-trail/core/currentPath';
import { lineUp } from '@probe-trail/core/evidence';
import { type CurrentPath, pathSchema } from '@probe-trail/core/plan';
import { formatReading, parseReading, sayReadingProblem } from '@probe-trail/core/reading';
import { validate } from '@probe-trail/core/schema';
import { type Doubt, findDoubt } from '@probe-trail/core/spec';
import { readingsAlong, typedLength } from '@probe-trail/core/trail';
import { type ComponentProps, useState } from 'react';
import { PathFields } from '../../currentPath/PathFields';
import { PathStrip } from '../../currentPath/PathStrip';
import { newPath } from '../../currentPath/pathDraft';
import { useKeptState } from '../../device/keptState';
import { isText } from '../../device/shapes';
import { optionsOfParts } from '../../fields/optionsOf';
import { TextLine } from '../../fields/TextField';
import { DoubtQuestion } from '../../spec/DoubtQuestion';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../log/useTrail';

interface WhereProps {
  readonly open: OpenTrail;
  readonly button: ComponentProps<typeof Button>;
}

const isPath = (value: unknown): value is CurrentPath => validate(pathSchema, value).ok;

/** Where on a wire the fault lies: volts at points along a path of the plan, or along one that is written here. */
export function WhereOnWire({ open, button }: WhereProps) {
  const [isOpen, setIsOpen] = useState(false);
  const { paths } = open.trail.plan;
  const [pathId, setPathId] = useState<string | undefined>();
  const path = paths.find(({ id }) => id === pathId) ?? paths[0];
  const [isWriting, setIsWriting] = useState(false);
  return (
    <>
      <Button {...button} onClick={() => setIsOpen(true)}>
        Where on the wire
      </Button>
      <BottomSheet opened={isOpen} onClose={() => setIsOpen(false)} title="Where on the wire">
        <Stack maw={760}>
          {path && !isWriting ? (
            <>
              {paths.length > 1 && (
                <Select
                  label="Current path"
                  data={optionsOfParts(paths)}
                  value={path.id}
                  onChange={(next) => setPathId(next ?? undefined)}
                />
              )}
              <Measuring key={path.id} open={open} path={path} />
              <Group>
                <Button variant="subtle" color="gray" onClick={() => setIsWriting(true)}>
                  Another current path
                </Button>
              </Group>
            </>
          ) : (
            <Writing
              open={open}
              onWritten={(id) => {
                setPathId(id);
                setIsWriting(false);
              }}
            />
          )}
        </Stack>
      </BottomSheet>
    </>
  );
}

interface MeasuringProps {
  readonly open: OpenTrail;
  readonly path: CurrentPath;
}

interface FlowProps {
  /** `undefined` where nobody has looked. */
  readonly flows: boolean | undefined;
  readonly onSeen: (flows: boolean | null) => void;
}

/** Whether current flows: without it, volts say nothing of what is good under load. */
const FlowQuestion = ({ flows, onSeen }: FlowProps) => (
  <div>
    <p className="soft" id="current-flows">
      Does current flow? The load works, or a clamp shows amps.
    </p>
    <SegmentedControl
      aria-labelledby="current-flows"
      size="md"
      data={[
        { value: 'unknown', label: 'not looked' },
        { value: 'yes', label: 'it flows' },
        { value: 'no', label: 'none flows' },
      ]}
      value={flows === undefined ? 'unknown' : flows ? 'yes' : 'no'}
      onChange={(seen) => onSeen(seen === 'unknown' ? null : seen === 'yes')}
    />
  </div>
);

/** The next point to measure, where each section is as likely as its suspects. */
function pointDue(trail: OpenTrail['trail'], path: CurrentPath, readings: ReturnType<typeof readingsAlong>) {
  const shares = new Map(lineUp(trail).map(({ suspect, share }) => [suspect.id, share]));
  // A section without suspects is as likely as a suspect on average.
  const usual = shares.size > 0 ? 1 / shares.size : 1;
  return nextPoint(path, readings, ({ suspectIds }) =>
    suspectIds.length === 0 ? usual : suspectIds.reduce((sum, id) => sum + (shares.get(id) ?? 0), 0),
  );
}

/** What is typed at a point of the path, and kept until it is recorded; then the next point is chosen by itself. */
function useMeasuring({ open: { trailId, trail, record }, path }: MeasuringProps) {
  const readings = readingsAlong(trail, path.id);
  const next = pointDue(trail, path, readings);
  const [chosenId, setChosenId] = useState<string | undefined>();
  const [text, setText, forget] = useKeptState(`path-${trailId}-${path.id}`, '', isText);
  const [problem, setProblem] = useState<string | undefined>();
  const atId = chosenId ?? next?.pointId;
  const shown = trail.pathReadings[path.id] ?? {};
  const [asked, setAsked] = useState<{ readonly doubt: Doubt; readonly asTyped: string } | undefined>();
  const keep = (pointId: string, volts: string) => {
    setAsked(undefined);
    if (!record({ kind: 'pointMeasured', pathId: path.id, pointId, text: volts })) return;
    setText('');
    forget();
    setChosenId(undefined);
  };
  const measure = () => {
    if (!atId || text.trim() === '') return;
    const parsed = parseReading(text, { unit: 'V' });
    setProblem(parsed.ok ? undefined : sayReadingProblem(parsed.problem));
    if (!parsed.ok) return;
    const doubt = findDoubt(parsed.value, {});
    if (doubt) setAsked({ doubt, asTyped: formatReading(parsed.value) });
    else keep(atId, text);
  };
  const again = () => {
    setAsked(undefined);
    setText('');
  };
  const type = (typed: string) => {
    setText(typed);
    setProblem(undefined);
    setAsked(undefined);
  };
  return { readings, next, atId, shown, text, problem, asked, choose: setChosenId, keep, measure, again, type };
}

/** The strip, and the field at the point that is measured. */
function Measuring({ open, path }: MeasuringProps) {
  const { record } = open;
  const measuring = useMeasuring({ open, path });
  const { readings, next, atId, shown, text, problem, asked, choose, keep, measure, again, type } = measuring;
  return (
    <>
      <p>
        The load is switched on, the black lead stays at <b>{path.points.at(-1)?.name}</b>, the red one goes along.{' '}
        <b>{foundOn(path, readings).text}</b>
      </p>
      <FlowQuestion
        flows={readings.flows}
        onSeen={(flows) => record({ kind: 'currentSeen', pathId: path.id, flows })}
      />
      {asked && atId !== undefined && (
        <DoubtQuestion
          {...asked}
          onAsTyped={() => keep(atId, text)}
          onSlip={(volts) => keep(atId, volts)}
          onAgain={again}
        />
      )}
      <PathStrip
        path={path}
        readings={readings}
        sayVolts={(id) => shown[id] && formatReading(shown[id].reading)}
        chosenId={atId}
        next={next}
        onChoose={choose}
      >
        <form
          onSubmit={(event) => {
            event.preventDefault();
            measure();
          }}
        >
          <Group align="end">
            <TextLine
              label="Volts here"
              size="lg"
              inputMode="decimal"
              autoComplete="off"
              maxLength={typedLength}
              style={{ flex: 1 }}
              value={text}
              error={problem}
              onText={type}
            />
            <Button type="submit" size="lg" mih={56} disabled={text.trim() === ''}>
              Record
            </Button>
            {atId !== undefined && shown[atId] && (
              <Button
                size="lg"
                mih={56}
                variant="default"
                onClick={() => record({ kind: 'pointTakenBack', pathId: path.id, pointId: atId })}
              >
                Withdraw it
              </Button>
            )}
          </Group>
        </form>
      </PathStrip>
    </>
  );
}

/** A current path that the plan does not have. */
function Writing({ open, onWritten }: { readonly open: OpenTrail; readonly onWritten: (pathId: string) => void }) {
  const { trailId, record } = open;
  const { plan } = open.trail;
  const [path, setPath, forget] = useKeptState<CurrentPath>(`new-path-${trailId}`, newPath(), isPath);
  const isNamed = path.name.trim() !== '' && path.points.every(({ name }) => name.trim() !== '');
  const keep = () => {
    if (!record({ kind: 'pathAdded', path })) return;
    setPath(newPath());
    forget();
    onWritten(path.id);
  };
  return (
    <>
      <p>
        Name the points from the supply through the load to the ground, as they can be reached. The readings then tell
        between which two the fault lies.
      </p>
      <PathFields plan={plan} path={path} onPath={setPath} />
      <Button size="lg" disabled={!isNamed} onClick={keep}>
        Measure along it
      </Button>
    </>
  );
}
