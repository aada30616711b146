import { Textarea, type TextareaProps } from '@mantine/core';
import { memo, useRef } from 'react';
import { OwnForm } from '../../ui/OwnForm';
import { isSameText, type Text, useDraftText } from './DraftText';
import { usePictures } from './usePictures';

/** A text in Markdown, with pictures. */
export const MarkdownBlock = memo(function MarkdownBlock({ value, onText, ...props }: Text<TextareaProps>) {
  const held = useDraftText(value, onText);
  const field = useRef<HTMLTextAreaElement>(null);
  const { take, button } = usePictures(field, held.write);
  return (
    <div>
      <OwnForm>
        <Textarea
          autosize
          {...props}
          ref={field}
          value={held.text}
          onBlur={held.tell}
          onChange={(event) => held.write(event.currentTarget.value)}
          onPaste={(event) => take(event, event.clipboardData)}
          onDrop={(event) => take(event, event.dataTransfer)}
        />
      </OwnForm>
      {button}
    </div>
  );
}, isSameText);
