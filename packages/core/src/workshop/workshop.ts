import { string } from 'yup';
import { type Checked, closedObject, draftText, photoIdText } from '../schema/index.js';

/** The sheets that a workshop prints on. */
export const paperSizes = { A4: 'A4', Letter: 'Letter' } as const;

export type PaperSize = keyof typeof paperSizes;

/** The workshop itself, as its papers name it; what is empty stands on none. */
export const workshopSchema = closedObject({
  name: draftText(120),
  address: draftText(300).meta({ description: 'lines as they are to stand on paper' }),
  phone: draftText(60),
  email: draftText(120),
  paper: string()
    .required()
    .oneOf(Object.keys(paperSizes) as PaperSize[]),
  logoId: photoIdText().nullable().defined().meta({ description: 'a picture that is stored; null: none' }),
});

export type Workshop = Checked<typeof workshopSchema>;

/** As long as nobody has said anything. */
export const blankWorkshop: Workshop = { name: '', address: '', phone: '', email: '', paper: 'A4', logoId: null };

/** What stands under the name on a letterhead, line by line. */
export const letterheadLines = ({ address, phone, email }: Workshop): readonly string[] =>
  [...address.split('\n'), [phone, email].filter((one) => one.trim() !== '').join(' · ')]
    .map((line) => line.trim())
    .filter((line) => line !== '');
