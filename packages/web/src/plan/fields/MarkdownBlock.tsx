import type { TextareaProps } from '@mantine/core';
import { memo, useRef } from 'react';
import { HeldBlock, type Text, useDraftText, useNewest } from './DraftText';
import { usePictures } from './usePictures';

/** A text in Markdown, with pictures. */
export const MarkdownBlock = (props: Text<TextareaProps>) => <Markdown {...props} onText={useNewest(props.onText)} />;

const Markdown = memo(function Markdown({ value, onText, ...props }: Text<TextareaProps>) {
  const held = useDraftText(value, onText);
  const field = useRef<HTMLTextAreaElement>(null);
  const { take, row } = usePictures(field, held);
  return (
    <div>
      <HeldBlock
        {...props}
        ref={field}
        held={held}
        onPaste={(event) => take(event, event.clipboardData)}
        onDrop={(event) => take(event, event.dataTransfer)}
      />
      {row}
    </div>
  );
});
