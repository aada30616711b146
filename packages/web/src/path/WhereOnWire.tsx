import { Button, Group, Select, Stack } from '@mantine/core';
import { lineUp } from '@probe-trail/core/evidence';
import { foundOn, nextPoint } from '@probe-trail/core/path';
import type { Path } from '@probe-trail/core/plan';
import { formatReading, parseReading, sayReadingProblem } from '@probe-trail/core/reading';
import { voltsAlong } from '@probe-trail/core/trail';
import { type ComponentProps, useState } from 'react';
import type { OpenTrail } from '../trail/follow/useTrail';
import { BottomSheet } from '../ui/BottomSheet';
import { useKeptState } from '../ui/keptState';
import { TextLine } from '../ui/TextField';
import { PathFields } from './PathFields';
import { PathStrip } from './PathStrip';
import { newPath } from './pathDraft';

interface WhereProps {
  readonly open: OpenTrail;
  readonly button: ComponentProps<typeof Button>;
}

/** Where on a wire the fault lies: volts at points along a path of the plan, or along one that is written here. */
export function WhereOnWire({ open, button }: WhereProps) {
  const [isOpen, setIsOpen] = useState(false);
  const { paths } = open.plan;
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
                  data={paths.map(({ id, name }) => ({ value: id, label: name || id }))}
                  allowDeselect={false}
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
  readonly path: Path;
}

/** The strip, and the field at the point that is measured; the next point is chosen by itself once one is recorded. */
function Measuring({ open: { trailId, trail, record }, path }: MeasuringProps) {
  const volts = voltsAlong(trail, path.id);
  const shares = new Map(lineUp(trail).map(({ suspect, share }) => [suspect.id, share]));
  // A section without suspects is as likely as a suspect on average.
  const usual = shares.size > 0 ? 1 / shares.size : 1;
  const weightOf = ({ suspectIds }: Path['sections'][number]) =>
    suspectIds.length === 0 ? usual : suspectIds.reduce((sum, id) => sum + (shares.get(id) ?? 0), 0);
  const next = nextPoint(path, volts, weightOf);
  const [chosenId, setChosenId] = useState<string | undefined>();
  const [text, setText, forget] = useKeptState(`path-${trailId}-${path.id}`, '');
  const [problem, setProblem] = useState<string | undefined>();
  const atId = chosenId ?? next?.pointId;
  const shown = trail.pathReadings[path.id] ?? {};
  const measure = () => {
    if (!atId || text.trim() === '') return;
    const parsed = parseReading(text, { unit: 'V' });
    const says = parsed.ok
      ? record({ kind: 'pointMeasured', pathId: path.id, pointId: atId, text })
      : sayReadingProblem(parsed.problem);
    setProblem(says);
    if (says !== undefined) return;
    setText('');
    forget();
    setChosenId(undefined);
  };
  return (
    <>
      <p>
        The load is switched on, the black lead stays at <b>{path.points.at(-1)?.name}</b>, the red one goes along.{' '}
        <b>{foundOn(path, volts).says}</b>
      </p>
      <PathStrip
        path={path}
        volts={volts}
        sayVolts={(id) => shown[id] && formatReading(shown[id].reading)}
        chosenId={atId}
        next={next}
        onChoose={setChosenId}
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
              maxLength={60}
              style={{ flex: 1 }}
              value={text}
              error={problem}
              onText={(typed) => {
                setText(typed);
                setProblem(undefined);
              }}
            />
            <Button type="submit" size="lg" mih={56} disabled={text.trim() === ''}>
              Record
            </Button>
            {atId !== undefined && shown[atId] && (
              <Button
                size="lg"
                mih={56}
                variant="default"
                onClick={() => setProblem(record({ kind: 'pointTakenBack', pathId: path.id, pointId: atId }))}
              >
                Take it back
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
  const { plan, trailId, record } = open;
  const [path, setPath, forget] = useKeptState<Path>(`new-path-${trailId}`, newPath());
  const [problem, setProblem] = useState<string | undefined>();
  const isNamed = path.name.trim() !== '' && path.points.every(({ name }) => name.trim() !== '');
  const keep = () => {
    const says = record({ kind: 'pathAdded', path });
    setProblem(says);
    if (says !== undefined) return;
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
      {problem !== undefined && <p>{problem}</p>}
      <Button size="lg" disabled={!isNamed} onClick={keep}>
        Measure along it
      </Button>
    </>
  );
}
