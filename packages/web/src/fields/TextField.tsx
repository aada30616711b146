import { Textarea, type TextareaProps, TextInput, type TextInputProps } from '@mantine/core';

type Text<Props> = Omit<Props, 'onChange'> & { readonly onText: (text: string) => void };

/** A line of text. */
export const TextLine = ({ onText, ...props }: Text<TextInputProps>) => (
  <TextInput {...props} onChange={(event) => onText(event.currentTarget.value)} />
);

/** A text of several lines; it grows as it is written. */
export const TextBlock = ({ onText, ...props }: Text<TextareaProps>) => (
  <Textarea autosize {...props} onChange={(event) => onText(event.currentTarget.value)} />
);
