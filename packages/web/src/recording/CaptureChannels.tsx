import { Checkbox, NumberInput, Select, TextInput } from '@mantine/core';
import { probes } from '@probe-trail/core/capture';
import type { Cell } from '@probe-trail/core/recording';
import classes from './CaptureChannels.module.css';
import type { UnderstoodChannel } from './capture.worker';
import { colourOf } from './colourOf';
import type { OfferedChannel, useChannelChoices } from './useChannelChoices';
import { longestName, longestUnit } from './useLogChoice';

interface ChannelsProps {
  readonly channels: readonly UnderstoodChannel[];
  readonly choices: readonly OfferedChannel[];
  readonly onChange: ReturnType<typeof useChannelChoices>['change'];
}

/** The channels of a capture, each with a small picture: left out, called otherwise, given its unit and what its probe divides by. */
export const CaptureChannels = ({ channels, choices, onChange }: ChannelsProps) => (
  <ul className={classes.channels}>
    {channels.map(({ key, cells }, index) => {
      const choice = choices[index];
      return (
        choice && (
          <li key={key}>
            <SmallTrace
              cells={cells}
              factor={choice.factor * (choice.isInverted ? -1 : 1)}
              unit={choice.unit}
              colour={colourOf(index)}
            />
            <Channel choice={choice} onChange={(more) => onChange(key, more)} />
          </li>
        )
      );
    })}
  </ul>
);

interface ChannelProps {
  readonly choice: OfferedChannel;
  readonly onChange: (more: Partial<Omit<OfferedChannel, 'key'>>) => void;
}

const ownFactor = 'another factor';

function Channel({ choice: { name, unit, factor, isInverted, isKept }, onChange }: ChannelProps) {
  const probe = probes.find((one) => one.factor === factor && (one.unit === null || one.unit === unit));
  return (
    <div className={classes.fields}>
      <Checkbox
        size="md"
        checked={isKept}
        label="Keep"
        onChange={(event) => onChange({ isKept: event.currentTarget.checked })}
      />
      <TextInput
        label="Name"
        size="md"
        maxLength={longestName}
        value={name}
        onChange={(event) => onChange({ name: event.currentTarget.value })}
      />
      <TextInput
        label="Unit"
        size="md"
        maxLength={longestUnit}
        value={unit}
        onChange={(event) => onChange({ unit: event.currentTarget.value })}
      />
      <Select
        label="Probe or clamp"
        data={[...probes.map((one) => one.name), ownFactor]}
        value={probe?.name ?? ownFactor}
        onChange={(picked) => {
          const found = probes.find((one) => one.name === picked);
          if (found) onChange({ factor: found.factor, ...(found.unit !== null && { unit: found.unit }) });
        }}
      />
      <NumberInput
        label="Factor"
        size="md"
        value={factor}
        onChange={(typed) => typeof typed === 'number' && typed !== 0 && onChange({ factor: typed })}
      />
      <Checkbox
        size="md"
        checked={isInverted}
        label="Inverted"
        onChange={(event) => onChange({ isInverted: event.currentTarget.checked })}
      />
    </div>
  );
}

interface TraceProps {
  readonly cells: readonly Cell[];
  readonly factor: number;
  readonly unit: string;
  readonly colour: string;
}

const [widthPx, heightPx] = [220, 64];
const say = (value: number): string => String(Number(value.toPrecision(3)));

/** From the least to the greatest of each part, with what both ends of the range are. */
function SmallTrace({ cells, factor, unit, colour }: TraceProps) {
  const there = cells.map(({ least, most }, at) => ({
    at,
    least: Math.min(least * factor, most * factor),
    most: Math.max(least * factor, most * factor),
  }));
  const seen = there.filter(({ least }) => !Number.isNaN(least));
  const [low, high] = [Math.min(...seen.map(({ least }) => least)), Math.max(...seen.map(({ most }) => most))];
  const y = (value: number) => heightPx - 2 - ((value - low) / (high - low || 1)) * (heightPx - 4);
  const path = seen.map(({ at, least, most }) => {
    const x = ((at + 0.5) / cells.length) * widthPx;
    // Where both are one, a short stroke is seen.
    return `M${x} ${y(most) - 0.5}V${y(least) + 0.5}`;
  });
  return (
    <figure className={classes.picture}>
      <svg viewBox={`0 0 ${widthPx} ${heightPx}`} role="img" aria-label="what was understood">
        <path d={path.join('')} stroke={`var(${colour})`} strokeWidth={1.6} fill="none" />
      </svg>
      <figcaption>{seen.length > 0 ? `${say(low)} to ${say(high)} ${unit}` : 'nothing'}</figcaption>
    </figure>
  );
}
