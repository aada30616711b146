import type { Paper, PaperEnd, PaperPinout, PaperStep } from '@probe-trail/core/exchange';
import { type Picture, picturesOfText, withPictures } from '@probe-trail/core/plan';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { dataUrlsForPaper } from '../../photo/fetchPictures';
import { tokenColour } from '../../ui/tokenColour';
import { markdownOnPaper } from './markdownOnPaper';

/** Paper is white by night too: these two tokens are the same then. */
const soft = tokenColour('--print-soft');
const rule = tokenColour('--print-rule');

/** The paper version of a plan as a PDF: boxes to fill, and for every outcome the step or end to go to. */
export async function paperPdf(paper: Paper, pictures: readonly Picture[]): Promise<Blob> {
  const [{ default: pdfMake }, { default: fonts }] = await Promise.all([
    import('pdfmake/build/pdfmake'),
    import('pdfmake/build/vfs_fonts'),
  ]);
  pdfMake.addVirtualFileSystem(fonts);
  return pdfMake.createPdf(pagesOf(paper, await dataUrlsForPaper(pictures))).getBlob();
}

/** The pages as the library wants them. */
function pagesOf(
  { title, summary, facts, blanks, asked, steps, ends, pinouts }: Paper,
  pictureUrls: ReadonlyMap<string, string>,
): TDocumentDefinitions {
  return {
    images: Object.fromEntries(pictureUrls),
    pageSize: 'A4',
    pageMargins: [42, 46, 42, 46],
    info: { title },
    defaultStyle: { fontSize: 10, lineHeight: 1.15 },
    footer: (page, pages) => ({
      columns: [title, { text: `page ${page} of ${pages}`, alignment: 'right' }],
      margin: [42, 12, 42, 0],
      color: soft,
      fontSize: 9,
    }),
    content: [
      { text: title, fontSize: 18, bold: true },
      { text: [summary, '\n', facts.join('   ·   ')], color: soft, margin: [0, 2, 0, 8] },
      headBoxes(blanks),
      ...(asked.length > 0 ? [boxes(asked.map(({ name, unit, ask }) => ({ name, text: ask, unit })))] : []),
      ...steps.map((step) => stepContent(step, pictureUrls)),
      { text: 'Ends', fontSize: 14, bold: true, margin: [0, 14, 0, 4] },
      ...ends.map(endContent),
      ...(pinouts.length > 0 ? [{ text: 'Pins', fontSize: 14, bold: true, margin: margin(0, 14, 0, 4) }] : []),
      ...pinouts.map(pinoutContent),
    ],
  };
}

const margin = (left: number, top: number, right: number, bottom: number): [number, number, number, number] => [
  left,
  top,
  right,
  bottom,
];

/** One box for each thing that is written in by hand. */
const headBoxes = (names: readonly string[]): Content => ({
  table: { widths: names.map(() => '*'), heights: 26, body: [names.map(caption)] },
  layout: { hLineColor: () => rule, vLineColor: () => rule },
  margin: [0, 0, 0, 8],
});

/** The pins of a connector, with what each is for and its wire. */
const pinoutContent = ({ connector, pins }: PaperPinout): Content => ({
  unbreakable: true,
  margin: [0, 4, 0, 4],
  stack: [
    { text: connector, bold: true },
    {
      table: {
        widths: [30, '*', 110],
        body: pins.map(({ pin, name, wire }) => [{ text: pin, bold: true }, name, wire]),
      },
      layout: { hLineColor: () => rule, vLineColor: () => rule },
    },
  ],
});

function caption(text: string): Content {
  return { text, fontSize: 8, color: soft };
}

interface Box {
  readonly name: string;
  readonly text: string;
  readonly unit: string;
}

/** Lines with an empty box at the end of each, high enough for a pencil. */
const boxes = (lines: readonly Box[]): Content => ({
  table: {
    widths: [130, '*', 110],
    body: lines.map(({ name, text, unit }) => [
      { text: name, bold: true, border: [false, false, false, false], margin: [0, 6, 0, 0] },
      { text, border: [false, false, false, false], margin: [0, 6, 0, 0] },
      { text: unit === '' ? ' ' : unit, alignment: 'right', color: soft, margin: [0, 7, 2, 5] },
    ]),
  },
  layout: { hLineColor: () => rule, vLineColor: () => rule },
  margin: [0, 2, 0, 4],
});

function stepContent(step: PaperStep, pictureUrls: ReadonlyMap<string, string>): Content {
  const { number, title, proves, lines, instruction, cautions, effort, readings, outcomes } = step;
  const line = (label: string, text: string): Content[] =>
    text === '' ? [] : [{ text: [{ text: `${label}: `, bold: true }, text], margin: [0, 1, 0, 1] }];
  return {
    unbreakable: true,
    margin: [0, 10, 0, 0],
    stack: [
      { text: [{ text: `${number}   `, color: soft }, title], fontSize: 13, bold: true },
      { text: proves === '' ? effort : `${proves} (${effort})`, color: soft, margin: [0, 0, 0, 3] },
      ...lines.flatMap(({ name, text }) => line(name, text)),
      ...cautions.flatMap((caution) => line('Caution', caution)),
      ...markdownOnPaper(withPictures(instruction, () => '')),
      ...picturesOfText(instruction)
        .filter(({ photoId }) => pictureUrls.has(photoId))
        .map(
          ({ photoId, caption: text }): Content => ({ stack: [{ image: photoId, fit: [260, 180] }, caption(text)] }),
        ),
      ...(readings.length > 0
        ? [
            boxes(
              readings.map(({ name, limits, from }) => ({
                name: from === undefined ? name : `${name} = ${from}`,
                text: limits,
                unit: '',
              })),
            ),
          ]
        : []),
      ...outcomes.map(outcomeContent),
    ],
  };
}

/** A small box to tick, when it holds, an arrow, and where it goes. */
const outcomeContent = ({ when, meaning, goTo }: PaperStep['outcomes'][number]): Content => ({
  columns: [
    { width: 14, canvas: [{ type: 'rect', x: 0, y: 1, w: 9, h: 9, lineColor: rule }] },
    { width: '*', text: [when, ...(meaning === '' ? [] : [{ text: `   ${meaning}`, color: soft }])] },
    {
      width: 34,
      canvas: [
        { type: 'line', x1: 4, y1: 6, x2: 24, y2: 6, lineWidth: 1.2 },
        {
          type: 'polyline',
          closePath: true,
          color: 'black',
          points: [
            { x: 22, y: 2.5 },
            { x: 29, y: 6 },
            { x: 22, y: 9.5 },
          ],
        },
      ],
    },
    { width: 70, text: goTo, bold: true },
  ],
  margin: [0, 2, 0, 0],
});

const endContent = ({ letter, title, summary, repairs }: PaperEnd): Content => ({
  unbreakable: true,
  margin: [0, 4, 0, 2],
  stack: [
    { text: [{ text: `${letter}   `, color: soft }, title], bold: true },
    ...(summary === '' ? [] : [summary]),
    ...repairs.map(
      ({ name, text, lines }): Content => ({
        stack: [
          { text: [{ text: `${name}: `, bold: true }, text] },
          ...lines.map((line): Content => ({ text: `▢  ${line}`, margin: [12, 1, 0, 0] })),
        ],
      }),
    ),
  ],
});
