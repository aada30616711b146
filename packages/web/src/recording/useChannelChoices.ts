import type { ChannelChoice } from '@probe-trail/core/capture';
import { cutText } from '@probe-trail/core/text';
import { useState } from 'react';
import type { UnderstoodChannel } from './capture.worker';
import { longestName, longestUnit } from './useLogChoice';

/** What is said of a channel before it is kept. */
export interface OfferedChannel extends ChannelChoice {
  readonly isKept: boolean;
}

/** A channel as its file has it. */
export const asInFile = ({ key, name, unit }: UnderstoodChannel): ChannelChoice => ({
  key,
  name: cutText(name, longestName),
  unit: cutText(unit, longestUnit),
  factor: 1,
  isInverted: false,
});

/** Begins with all channels as the file has them. */
export function useChannelChoices(channels: readonly UnderstoodChannel[]) {
  const [choices, setChoices] = useState<readonly OfferedChannel[]>(() =>
    channels.map((channel) => ({ ...asInFile(channel), isKept: true })),
  );
  return {
    choices,
    change: (key: string, more: Partial<Omit<OfferedChannel, 'key'>>) =>
      setChoices((last) => last.map((one) => (one.key === key ? { ...one, ...more } : one))),
    chosen: choices
      .filter(({ isKept }) => isKept)
      .map(({ isKept: _, name, unit, ...choice }) => ({
        ...choice,
        name: name.trim() || 'without a name',
        unit: unit.trim(),
      })),
  };
}
