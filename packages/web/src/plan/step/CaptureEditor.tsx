import { Autocomplete, Button, FileButton, Group } from '@mantine/core';
import { sayMeasure } from '@probe-trail/core/captureReading';
import { type CapturedMeasure, longestChannelName } from '@probe-trail/core/captureSource';
import type { StepReading } from '@probe-trail/core/plan';
import { findUnit } from '@probe-trail/core/units';
import type { Draft } from 'immer';
import { captureFiles } from '../../recording/captureFiles';
import { useSample } from '../../recording/useSample';
import { Notice } from '../../spec/Notice';
import type { EditPart } from '../draft/bindTo';
import classes from '../fields/editorFields.module.css';
import { SampleMeasures } from './SampleMeasures';

interface CaptureProps {
  readonly reading: StepReading;
  readonly edit: EditPart<StepReading>;
}

/** What is measured on a capture for a reading: chosen on a sample, on which its value is seen. */
export function CaptureEditor({ reading, edit }: CaptureProps) {
  const { spec, capture } = reading;
  const sample = useSample();
  const names =
    spec.kind === 'siblings' ? spec.members.map(({ id, name }) => name || id) : [reading.name || reading.id];
  const there = sample.open?.channels.map(({ name }) => name) ?? [];
  const take = (measure: CapturedMeasure, unit: string, channel: string) =>
    edit(null, (now) => {
      const before = now.capture?.channels ?? [];
      const several = names.map((name, at) => (before[at] || there[at] || name).slice(0, longestChannelName));
      now.capture = {
        channels: names.length > 1 ? several : [channel.slice(0, longestChannelName)],
        measure: measure as Draft<CapturedMeasure>,
      };
      // Limits of another quantity could never be met.
      if ('unit' in now.spec && findUnit(now.spec.unit)?.base.quantity !== findUnit(unit)?.base.quantity)
        now.spec.unit = unit;
    });
  return (
    <section className={classes.parts} aria-label="On a capture">
      <Group gap="sm">
        <FileButton accept={captureFiles} onChange={(file) => file && void sample.choose(file)}>
          {(props) => (
            <Button variant="default" loading={sample.isBusy} {...props}>
              {sample.open ? 'Another sample capture' : 'Measure it on a capture: open a sample'}
            </Button>
          )}
        </FileButton>
        {capture && (
          <>
            <span>{sayMeasure(capture.measure)}</span>
            <Button
              variant="subtle"
              color="gray"
              onClick={() =>
                edit(null, (now) => {
                  now.capture = null;
                })
              }
            >
              Not on a capture
            </Button>
          </>
        )}
      </Group>
      {sample.problem !== undefined && <Notice kind="outOfSpec" title={sample.problem} />}
      {capture && (
        <div className={classes.columns}>
          {names.slice(0, Math.max(capture.channels.length, names.length)).map((name, at) => (
            <Autocomplete
              // A channel has no identity but its place.
              key={at}
              label={`Channel of ${name}`}
              data={there}
              maxLength={longestChannelName}
              value={capture.channels[at] ?? ''}
              onChange={(text) =>
                edit(`channel${at}`, (now) => {
                  if (now.capture) now.capture.channels[at] = text;
                })
              }
            />
          ))}
        </div>
      )}
      {sample.open && (
        <SampleMeasures
          key={sample.open.name}
          sample={sample.open}
          reading={reading}
          onTake={take}
          firstChannel={capture?.channels[0]}
        />
      )}
    </section>
  );
}
