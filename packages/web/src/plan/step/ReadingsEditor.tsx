import { ActionIcon, Group, Select, SimpleGrid } from '@mantine/core';
import { sayCapturedReading } from '@probe-trail/core/captureReading';
import { sayLiveReading } from '@probe-trail/core/liveValue';
import {
  blankReading,
  nameFollows,
  nameForFormulas,
  namesTaken,
  planLengths,
  renameValue,
  type StepReading,
} from '@probe-trail/core/plan';
import { isFixed, isMeasured, isSeries, type Spec, saySpec, type ZonesSpec, zonesOf } from '@probe-trail/core/spec';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { memo, useRef } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseFreeName } from '../../fields/parseFields';
import { LimitRuler } from '../../spec/LimitRuler';
import { bindTo, type EditPart } from '../draft/bindTo';
import { change, removeById, useDraft, useEdits } from '../draft/editorContext';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import { FormulaInput } from '../fields/FormulaInput';
import { SpecEditor } from '../limits/SpecEditor';
import { specKinds, specOfKind, withCutAt } from '../limits/specKinds';
import { ByCircuit } from './ByCircuit';
import { CaptureEditor } from './CaptureEditor';
import { ExpectationsEditor } from './ExpectationsEditor';
import type { EditStep } from './editStep';
import { OwnHookUp } from './HookUpEditor';
import { AddPart, InPlace } from './InPlace';
import { LiveEditor } from './LiveEditor';
import { useOpenParts } from './openParts';
import { WatchEditor } from './WatchEditor';

interface ReadingsProps {
  readonly stepId: string;
  readonly readings: readonly StepReading[];
  readonly editStep: EditStep;
}

/** The readings of a step with their limits. */
export const ReadingsEditor = memo(function ReadingsEditor({ stepId, readings, editStep }: ReadingsProps) {
  const { read } = useEdits();
  const { show } = useOpenParts();
  const add = () => {
    editStep(null, (draft) => {
      const id = nameForFormulas('', fallbackName, namesTaken(read()));
      draft.readings.push(blankReading(id, '', specOfKind('band', undefined)) as Draft<StepReading>);
    });
    show(partOf(readings.length));
  };
  return (
    <section className={classes.parts} aria-label="Readings">
      {readings.map((reading, index) => (
        // The id is what can be typed, so it cannot be the key.
        <ReadingPart key={index} stepId={stepId} part={partOf(index)} reading={reading} editStep={editStep} />
      ))}
      <AddPart label="Add a reading" onAdd={add} />
    </section>
  );
});

const fallbackName = 'reading';

/** A reading is known by its place: what it is called can be typed. */
const partOf = (index: number): string => `reading ${index}`;

interface PartProps {
  readonly stepId: string;
  readonly part: string;
  readonly reading: StepReading;
  readonly editStep: EditStep;
}

/** A reading with its limits on the ruler, on which cuts can be dragged; pressed, all of it is written. */
const ReadingPart = memo(function ReadingPart({ stepId, part, reading, editStep }: PartProps) {
  const { id, name, spec, derivedFrom } = reading;
  const { isLocked } = useOpenParts();
  const moveCut = (index: number, value: number) =>
    editStep(`${id}.cut${index}`, (draft) =>
      change(draft.readings, id, (now) => {
        if (now.spec.kind === 'zones') now.spec = withCutAt(now.spec as ZonesSpec, index, value) as Draft<ZonesSpec>;
      }),
    );
  return (
    <InPlace
      part={part}
      name={`the reading ${name || id}`}
      view={
        <p className={classes.reading}>
          <b>{name || id}</b> {isFixed(spec) ? <span className="soft">{spec.unit}</span> : saySpec(spec)}
          {derivedFrom !== null && <span className="soft"> = {derivedFrom}</span>}
          {reading.watches.length > 0 && <span className="soft">, losses of {reading.watches.join(', ')}</span>}
          {reading.live && <span className="soft">, from the vehicle: {sayLiveReading(reading.live)}</span>}
          {reading.capture && <span className="soft">, on a capture: {sayCapturedReading(reading.capture)}</span>}
        </p>
      }
      below={
        isFixed(spec) && (
          <LimitRuler
            line={zonesOf(spec)}
            unit={spec.unit}
            {...(spec.kind === 'zones' && !isLocked && { onCutMoved: moveCut })}
          />
        )
      }
    >
      <ReadingEditor stepId={stepId} reading={reading} editStep={editStep} />
    </InPlace>
  );
});

const ReadingEditor = memo(function ReadingEditor({
  stepId,
  reading,
  editStep,
}: {
  readonly stepId: string;
  readonly reading: StepReading;
  readonly editStep: EditStep;
}) {
  const { rework } = useEdits();
  const taken = useDraft(namesTakenOf);
  const called = useRef(reading.name);
  const edit: EditPart<StepReading> = (field, recipe) =>
    editStep(field && `${reading.id}.${field}`, (draft) => change(draft.readings, reading.id, recipe));
  const bind = bindTo(reading, edit, planLengths.reading);
  const leaveName = (name: string) => {
    const before = called.current;
    called.current = name;
    if (name !== before) rework((plan) => nameFollows(plan, reading.id, fallbackName, before, name));
  };
  return (
    <>
      <Group align="end" wrap="nowrap">
        <DraftLine label="Name of the reading" style={{ flex: 1 }} {...bind.text('name')} onLeave={leaveName} />
        <KindSelect spec={reading.spec} edit={edit} />
        <ActionIcon
          aria-label={`Delete the reading ${reading.name}`}
          onClick={() => editStep(null, (draft) => removeById(draft.readings, reading.id))}
        >
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
      <SpecEditor
        spec={reading.spec}
        onChange={(field, change) =>
          edit(field, (draft) => {
            draft.spec = change(draft.spec as StepReading['spec']) as Draft<StepReading['spec']>;
          })
        }
      />
      <ByCircuit stepId={stepId} reading={reading} />
      <details className={classes.more} open={isUncommon(reading)}>
        <summary>Formulas, a hook-up of its own, values of the vehicle, captures, what suspects make it show</summary>
        <SimpleGrid cols={2} spacing="sm">
          <CommittedInput
            label="Its name in formulas"
            value={reading.id}
            parse={parseFreeName(reading.id, new Set(taken.split(' ')))}
            onCommit={(id) => rework((plan) => renameValue(plan, reading.id, id), 'readingId')}
          />
          {isMeasured(reading.spec) && (
            <FormulaInput
              label="Computed from"
              placeholder="it is entered"
              unit={reading.spec.unit}
              value={reading.derivedFrom}
              {...bind.commit('derivedFrom')}
            />
          )}
        </SimpleGrid>
        {reading.derivedFrom === null && (isMeasured(reading.spec) || isSeries(reading.spec)) && (
          <LiveEditor reading={reading} edit={edit} />
        )}
        {reading.derivedFrom === null && canBeCaptured(reading) && <CaptureEditor reading={reading} edit={edit} />}
        {reading.spec.kind === 'count' && <WatchEditor watches={reading.watches} edit={edit} />}
        {reading.derivedFrom === null && (
          <OwnHookUp label="It has a hook-up of its own" hookUp={reading.hookUp} edit={edit} />
        )}
        <ExpectationsEditor
          reading={reading}
          onChange={(change) =>
            edit(null, (draft) => {
              draft.expects = change(draft.expects as StepReading['expects']) as Draft<StepReading['expects']>;
            })
          }
        />
      </details>
    </>
  );
});

/** Rows of a sweep are commanded one after the other. */
const canBeCaptured = ({ spec }: StepReading): boolean => isMeasured(spec) || (isSeries(spec) && spec.kind !== 'sweep');

/** What most readings do not have. */
const isUncommon = ({ derivedFrom, hookUp, live, capture, watches, expects }: StepReading): boolean =>
  derivedFrom !== null ||
  hookUp !== null ||
  live !== null ||
  capture !== null ||
  watches.length > 0 ||
  expects.length > 0;

/** Which kind of limits the reading has; what was written for another kind is carried over as far as it goes. */
const KindSelect = ({ spec, edit }: { readonly spec: Spec; readonly edit: EditPart<StepReading> }) => (
  <Select
    label="Limit"
    style={{ flex: 1 }}
    data={specKinds}
    value={spec.kind}
    onChange={(kind) =>
      kind &&
      edit(null, (draft) => {
        draft.spec = specOfKind(kind as Spec['kind'], draft.spec as Spec) as Draft<StepReading['spec']>;
        // What was expected was said in other zones, or in another unit.
        draft.expects = [];
        // Only one number can be computed from others.
        if (!isMeasured(draft.spec)) draft.derivedFrom = null;
        // Several things are compared by several values.
        draft.live = null;
        draft.capture = null;
        // Only events are counted.
        if (draft.spec.kind !== 'count') draft.watches = [];
      })
    }
  />
);

/** In one text, so that a field is drawn anew only when a name is another. */
const namesTakenOf = (plan: Parameters<typeof namesTaken>[0]): string => [...namesTaken(plan)].join(' ');
