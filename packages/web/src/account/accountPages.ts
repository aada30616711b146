import { type Account, type AccountBlock, accountBlocks, accountTitle, type Voice } from '@probe-trail/core/account';
import { letterheadLines, type PaperSize, type Workshop } from '@probe-trail/core/workshop';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

/** A photo with what it shows. */
export interface PhotoOnPaper {
  readonly dataUrl: string;
  readonly caption: string;
}

export interface AccountPaper {
  readonly account: Account;
  readonly voice: Voice;
  /** Readings from before and after the repair, to be drawn. */
  readonly rulers: readonly DrawnRuler[];
  readonly photos: readonly PhotoOnPaper[];
  readonly letterhead: Letterhead;
  /** Drawn by whoever took the vehicle back; `null` where nobody signed. */
  readonly signature: Signature | null;
  /** As CSS says them; a worker cannot ask. */
  readonly colours: { readonly soft: string; readonly rule: string };
}

export interface DrawnRuler {
  readonly title: string;
  readonly svg: string;
}

/** The workshop as it stands on top, and the sheets that it prints on. */
export interface Letterhead {
  readonly workshop: Workshop;
  readonly logoUrl: string | undefined;
}

export interface Signature {
  readonly dataUrl: string;
  /** Who signed, and when, in words. */
  readonly said: string;
}

/** The pages of an account as the library wants them: its parts in words or tables, readings before and after on rulers, photos. */
export function accountPages({
  account,
  voice,
  rulers,
  photos,
  letterhead,
  signature,
  colours,
}: AccountPaper): TDocumentDefinitions {
  const title = accountTitle(account);
  const { soft, rule } = colours;
  return {
    pageSize: sheets[letterhead.workshop.paper],
    pageMargins: [48, 52, 48, 52],
    info: { title },
    defaultStyle: { fontSize: 10.5, lineHeight: 1.25 },
    footer: (page, pages) => ({
      columns: [
        `${title}${account.version > 1 ? `, version ${account.version}` : ''}`,
        { text: `page ${page} of ${pages}`, alignment: 'right' },
      ],
      margin: [48, 14, 48, 0],
      color: soft,
      fontSize: 9,
    }),
    content: [
      ...letterheadContent(letterhead, soft),
      { text: title, fontSize: 18, bold: true },
      ...(account.vehicle.vin === '' ? [] : [{ text: `VIN ${account.vehicle.vin}`, color: soft }]),
      ...accountBlocks(account, voice).map((block) => blockContent(block, rule)),
      ...rulers.map(rulerContent),
      ...photos.map(photoContent),
      ...(signature ? [signatureContent(signature, soft)] : []),
    ],
  };
}

const sheets = { A4: 'A4', Letter: 'LETTER' } as const satisfies Record<PaperSize, string>;

/** The logo on the left, the workshop on the right; nothing where neither is known. */
function letterheadContent({ workshop, logoUrl }: Letterhead, soft: string): readonly Content[] {
  const lines = letterheadLines(workshop);
  if (workshop.name === '' && lines.length === 0 && logoUrl === undefined) return [];
  return [
    {
      columns: [
        logoUrl === undefined ? { width: 0, text: '' } : { width: 160, image: logoUrl, fit: [160, 60] },
        {
          stack: [{ text: workshop.name, bold: true, fontSize: 12 }, ...lines.map((text) => ({ text, color: soft }))],
          alignment: 'right',
          fontSize: 9,
        },
      ],
      margin: [0, 0, 0, 18],
    },
  ];
}

const signatureContent = ({ dataUrl, said }: Signature, soft: string): Content => ({
  unbreakable: true,
  margin: [0, 18, 0, 0],
  stack: [
    { image: dataUrl, fit: [220, 80] },
    { text: said, color: soft },
  ],
});

function blockContent(block: AccountBlock, rule: string): Content {
  const heading: Content = { text: block.title, fontSize: 13, bold: true, margin: [0, 14, 0, 4] };
  if (block.kind === 'text')
    return { stack: [heading, ...block.lines.map((text): Content => ({ text, margin: [0, 0, 0, 3] }))] };
  return {
    stack: [
      heading,
      {
        fontSize: 9,
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: block.head.map((_, at) => (at === 0 ? '*' : 'auto')),
          body: [block.head.map((text) => ({ text, bold: true })), ...block.rows.map((row) => [...row])],
        },
        layout: { hLineColor: () => rule, vLineColor: () => rule },
      },
    ],
  };
}

const rulerContent = ({ title, svg }: DrawnRuler): Content => ({
  unbreakable: true,
  margin: [0, 12, 0, 0],
  stack: [
    { text: `${title}: before and after`, bold: true },
    { svg, width: 460 },
  ],
});

const photoContent = ({ dataUrl, caption }: PhotoOnPaper): Content => ({
  unbreakable: true,
  margin: [0, 12, 0, 0],
  stack: [{ image: dataUrl, fit: [300, 220] }, ...(caption === '' ? [] : [{ text: caption }])],
});
