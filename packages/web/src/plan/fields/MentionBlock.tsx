import type { TextareaProps } from '@mantine/core';
import { completionsAt, mentionOf } from '@probe-trail/core/plan';
import { memo, useRef, useState } from 'react';
import { useEdits } from '../draft/editorContext';
import { CompletionList, useCompletionKeys } from './CompletionList';
import { HeldBlock, type Text, useDraftText, useNewest } from './DraftText';
import { usePictures } from './usePictures';

const mostShown = 8;

/** A text in Markdown in which `@` brings up the pins of the part cards. */
export const MentionBlock = (props: Text<TextareaProps>) => <Mentions {...props} onText={useNewest(props.onText)} />;

const Mentions = memo(function Mentions({ value, onText, ...props }: Text<TextareaProps>) {
  const held = useDraftText(value, onText);
  const { read } = useEdits();
  const field = useRef<HTMLTextAreaElement>(null);
  const { take: takePictures, row } = usePictures(field, held);
  const [before, setBefore] = useState('');
  const offered = completionsAt(read(), before);
  const completions = (offered?.pins.slice(0, mostShown) ?? []).map((found) => ({
    text: mentionOf(found),
    label: `${found.pin.name}, ${found.partCard.name}`,
  }));

  const take = (mention: string) => {
    const start = before.length - (offered?.begun.length ?? 0) - 1;
    held.write(held.text.slice(0, start) + mention + held.text.slice(before.length));
    setBefore('');
    // The caret goes behind what was put in, once it is there.
    requestAnimationFrame(() => {
      field.current?.focus();
      field.current?.setSelectionRange(start + mention.length, start + mention.length);
    });
  };
  const keys = useCompletionKeys(completions, take, () => setBefore(''));
  return (
    <div>
      <HeldBlock
        {...props}
        ref={field}
        held={held}
        onKeyDown={keys.onKeyDown}
        onPaste={(event) => takePictures(event, event.clipboardData)}
        onDrop={(event) => takePictures(event, event.dataTransfer)}
        onChange={({ currentTarget }) => {
          held.write(currentTarget.value);
          setBefore(currentTarget.value.slice(0, currentTarget.selectionStart));
          keys.begin();
        }}
      />
      {row}
      <CompletionList label="Pins" completions={completions} at={keys.at} onTake={take} />
    </div>
  );
});
