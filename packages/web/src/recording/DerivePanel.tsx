import { Button, Group, NumberInput, Select } from '@mantine/core';
import type { Derivation } from '@probe-trail/core/capture';
import type { ChannelInfo } from '@probe-trail/core/recording';
import { memo, useState } from 'react';
import { optionsOf } from '../fields/optionsOf';
import { Notice } from '../spec/Notice';
import { sayInstant } from './sayInstant';
import type { OpenRecording } from './useRecording';

interface DeriveProps {
  readonly open: OpenRecording;
  readonly channels: readonly ChannelInfo[];
  readonly onMade: (channel: ChannelInfo) => void;
}

const kinds: Readonly<Record<Derivation['kind'], string>> = {
  lowPass: 'low pass',
  withoutMean: 'without its mean',
  inverted: 'inverted',
  difference: 'less another',
};

/** Makes a channel of others, to be looked at beside them. It is not kept in the capture. */
export const DerivePanel = memo(function DerivePanel({ open: { reader }, channels, onMade }: DeriveProps) {
  const [of, setOf] = useState<string | null>(channels[0]?.key ?? null);
  const [kind, setKind] = useState<Derivation['kind']>('lowPass');
  const [cutoffHz, setCutoffHz] = useState(1000);
  const [less, setLess] = useState<string | null>(channels[1]?.key ?? null);
  const [said, setSaid] = useState<{ readonly problem: string } | { readonly delayMs: number } | undefined>();
  const options = channels.map(({ key: value, name: label }) => ({ value, label }));
  const derivation = derivationOf(kind, of, cutoffHz, less);
  const make = async () => {
    if (!derivation) return;
    const made = await reader.derive(derivation);
    setSaid(made.ok ? { delayMs: made.value.delayMs } : { problem: made.problem });
    if (made.ok) onMade(made.value.info);
  };
  return (
    <>
      <Group align="end" gap="sm" mb="sm">
        <Select label="Make a channel of" size="md" data={options} value={of} onChange={setOf} />
        <Select
          label="How"
          size="md"
          data={optionsOf(kinds)}
          value={kind}
          onChange={(picked) => picked && setKind(picked as Derivation['kind'])}
        />
        {kind === 'lowPass' && (
          <NumberInput
            label="Up to, in Hz"
            size="md"
            min={0}
            value={cutoffHz}
            onChange={(typed) => typeof typed === 'number' && setCutoffHz(typed)}
          />
        )}
        {kind === 'difference' && <Select label="The other" size="md" data={options} value={less} onChange={setLess} />}
        <Button size="md" variant="default" disabled={!derivation} onClick={() => void make()}>
          Make it
        </Button>
      </Group>
      {said && 'problem' in said && <Notice kind="tooCloseToCall" title={said.problem} />}
      {said && 'delayMs' in said && said.delayMs > 0 && (
        <p role="status">The low pass makes it later by {sayInstant(said.delayMs, said.delayMs)}.</p>
      )}
    </>
  );
});

function derivationOf(
  kind: Derivation['kind'],
  of: string | null,
  cutoffHz: number,
  less: string | null,
): Derivation | undefined {
  if (of === null) return undefined;
  if (kind === 'lowPass') return { kind, of, cutoffHz };
  if (kind === 'difference') return less === null ? undefined : { kind, of, less };
  return { kind, of };
}
