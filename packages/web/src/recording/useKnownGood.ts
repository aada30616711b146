import type { ChannelInfo } from '@probe-trail/core/recording';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import { sayFailure } from '../api/api';
import type { RecordingReader } from './recording.worker';
import { useCardOfKnownGoodQuery } from './recordingApi';
import type { RecordingState } from './useRecording';

/** A known-good capture of a part card of the library. */
export interface KnownGoodId {
  readonly cardId: string;
  readonly referenceId: string;
}

const sign = 'known good';

/** How a known-good capture stands in a list beside recordings, whose ids have no blank. */
export const placeOfKnownGood = ({ cardId, referenceId }: KnownGoodId): string => `${sign} ${cardId} ${referenceId}`;

/** The known-good capture that stands so in a list; `undefined` for a recording. */
export function knownGoodAt(place: string | undefined): KnownGoodId | undefined {
  const [cardId, referenceId] = place?.startsWith(`${sign} `) ? place.slice(sign.length + 1).split(' ') : [];
  return cardId !== undefined && referenceId !== undefined ? { cardId, referenceId } : undefined;
}

/**
 * Opens a known-good capture, to be laid over a capture.
 * @param channels those of the capture: it has the course of each that has its unit
 */
export function useKnownGood(id: KnownGoodId | undefined, channels: readonly ChannelInfo[]): RecordingState {
  const { cardId = '', referenceId } = id ?? {};
  const { currentData: found, error } = useCardOfKnownGoodQuery(cardId, { skip: cardId === '' });
  const [state, setState] = useState<RecordingState>(nothing);
  const reference = found?.card.references.find((one) => one.id === referenceId);
  useEffect(() => {
    setState(nothing);
    if (!reference) return;
    const alike = channels.filter(({ unit }) => unit === reference.unit);
    const { name, unit } = reference;
    if (alike.length === 0)
      return setState({
        open: undefined,
        problem: `“${name}” is in ${unit || 'no unit'}, and no channel of this capture is.`,
      });
    const thread = new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });
    const reader = wrap<RecordingReader>(thread);
    let isGone = false;
    void reader.openKnownGood(reference, alike).then((opened) => {
      if (!isGone) setState({ open: { ...opened, name, reader }, problem: undefined });
    });
    return () => {
      isGone = true;
      thread.terminate();
    };
  }, [reference, channels]);
  if (cardId !== '' && error) return { open: undefined, problem: sayFailure(error) };
  if (found && !reference) return { open: undefined, problem: 'The part card has it no longer.' };
  return state;
}

const nothing: RecordingState = { open: undefined, problem: undefined };
