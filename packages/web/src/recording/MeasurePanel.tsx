import { Button, Group, Select } from '@mantine/core';
import type { Fact, Finding, Flag } from '@probe-trail/core/captureReading';
import { type DetectorKind, type Known, nothingKnown } from '@probe-trail/core/captureSource';
import type { ChannelInfo } from '@probe-trail/core/recording';
import { memo, useEffect, useState } from 'react';
import { Notice } from '../spec/Notice';
import { detectorOptions, KnownFields } from './KnownFields';
import classes from './RecordingView.module.css';
import { sayFact } from './sayFact';
import { sayInstant } from './sayInstant';
import type { OpenRecording } from './useRecording';
import type { View } from './useView';

interface PanelProps {
  readonly open: OpenRecording;
  readonly channels: readonly ChannelInfo[];
  /** Between the markers, or what is seen. */
  readonly span: View;
  readonly isBetweenMarkers: boolean;
  readonly onFlags: (flags: readonly Flag[]) => void;
}

/** What a channel of a capture comes to between the markers, and what it says when it is read as what it is. */
export const MeasurePanel = memo(function MeasurePanel({
  open,
  channels,
  span,
  isBetweenMarkers,
  onFlags,
}: PanelProps) {
  const [key, setKey] = useState(channels[0]?.key ?? '');
  const where = isBetweenMarkers ? 'between A and B' : 'of what is seen';
  return (
    <section className={classes.find} aria-label="Measured">
      <h2>Read a channel</h2>
      <Select
        label="Channel"
        size="md"
        maw={420}
        mb="sm"
        data={channels.map(({ key: value, name }) => ({ value, label: name }))}
        value={key}
        onChange={(picked) => picked && setKey(picked)}
      />
      <ReadAs key={key} open={open} channel={key} span={span} onFlags={onFlags} />
      <h2>Measured {where}</h2>
      <Sums open={open} channel={key} span={span} />
      {open.channels.length > 1 && <Delay key={`delay ${key}`} open={open} channel={key} span={span} />}
    </section>
  );
});

interface PartProps extends Pick<PanelProps, 'open' | 'span'> {
  readonly channel: string;
}

// Who drags does not wait for what is measured.
const calmMs = 150;

function Sums({ open: { reader, lengthMs }, channel, span }: PartProps) {
  const [finding, setFinding] = useState<Finding | undefined>();
  useEffect(() => {
    let isOld = false;
    const timer = setTimeout(
      () => void reader.measure(channel, span.fromMs, span.toMs).then((found) => isOld || setFinding(found)),
      calmMs,
    );
    return () => {
      isOld = true;
      clearTimeout(timer);
    };
  }, [reader, channel, span]);
  if (!finding) return null;
  return (
    <>
      <p className="soft">
        {sayInstant(span.fromMs, span.toMs - span.fromMs)} to{' '}
        {sayInstant(Math.min(span.toMs, lengthMs), span.toMs - span.fromMs)}
      </p>
      <Notes notes={finding.notes} />
      <Facts facts={finding.facts} />
      <p className="soft">
        ± says what noise and the steps of the samples leave open. The accuracy of the instrument is not in it.
      </p>
    </>
  );
}

/** By how much another channel is later than this one, by where both rise. */
function Delay({ open: { reader, channels }, channel, span }: PartProps) {
  const [other, setOther] = useState<string | null>(null);
  const [told, setTold] = useState<readonly Fact[] | string | undefined>();
  useEffect(() => {
    setTold(undefined);
    if (other === null) return;
    let isOld = false;
    void reader.delay(channel, other, span.fromMs, span.toMs).then((found) => isOld || setTold(found));
    return () => {
      isOld = true;
    };
  }, [reader, channel, other, span]);
  const others = channels.filter(({ key }) => key !== channel);
  return (
    <>
      <Select
        label="By how much later is"
        size="md"
        maw={420}
        placeholder="another channel"
        data={others.map(({ key: value, name: label }) => ({ value, label }))}
        value={other}
        onChange={setOther}
      />
      {typeof told === 'string' && <p>{told}</p>}
      {told !== undefined && typeof told !== 'string' && <Facts facts={told} />}
    </>
  );
}

interface ReadAsProps extends PartProps {
  readonly onFlags: PanelProps['onFlags'];
}

function ReadAs({ open: { reader }, channel, span, onFlags }: ReadAsProps) {
  const [kind, setKind] = useState<DetectorKind | null>(null);
  const [known, setKnown] = useState<Known>(nothingKnown);
  const [found, setFound] = useState<Finding | string | undefined>();
  const [isBusy, setIsBusy] = useState(false);
  const read = async () => {
    if (kind === null) return;
    setIsBusy(true);
    const finding = await reader.readAs(channel, kind, known, span.fromMs, span.toMs);
    setIsBusy(false);
    setFound(finding);
    onFlags(typeof finding === 'string' ? [] : finding.flags);
  };
  return (
    <>
      <Group align="end" gap="sm">
        <Select
          label="What it is"
          size="md"
          placeholder="choose"
          data={detectorOptions}
          value={kind}
          onChange={(picked) => {
            setKind(picked as DetectorKind | null);
            setFound(undefined);
          }}
        />
        {kind !== null && <KnownFields kind={kind} known={known} onChange={setKnown} />}
        <Button size="md" disabled={kind === null} loading={isBusy} onClick={() => void read()}>
          Read it
        </Button>
      </Group>
      {typeof found === 'string' && <Notice kind="tooCloseToCall" title={found} />}
      {found !== undefined && typeof found !== 'string' && (
        <div role="status">
          <Notes notes={found.notes} />
          {found.sureness !== null && <p className="soft">How sure it is: {Math.round(found.sureness * 100)} %</p>}
          <Facts facts={found.facts} />
        </div>
      )}
    </>
  );
}

const Notes = ({ notes }: { readonly notes: readonly string[] }) =>
  notes.map((note, at) => (
    <p key={at} className={classes.note}>
      {note}
    </p>
  ));

const Facts = ({ facts }: { readonly facts: readonly Fact[] }) => (
  <dl className={classes.facts}>
    {facts.map((one) => (
      <div key={one.id}>
        <dt>{one.name}</dt>
        <dd>{sayFact(one)}</dd>
      </div>
    ))}
  </dl>
);
