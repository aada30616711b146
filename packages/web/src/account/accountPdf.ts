import { type Account, type AccountBlock, accountBlocks, accountTitle, type Voice } from '@probe-trail/core/account';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { tokenColour } from '../ui/tokenColour';
import { type RulerOnPaper, rulerSvg } from './rulerSvg';

/** A photo with what it shows. */
export interface PhotoOnPaper {
  readonly dataUrl: string;
  readonly caption: string;
}

export interface AccountPaper {
  readonly account: Account;
  readonly voice: Voice;
  /** Readings from before and after the repair, to be drawn. */
  readonly rulers: readonly RulerOnPaper[];
  readonly photos: readonly PhotoOnPaper[];
}

/** An account as a PDF: its parts in words or tables, the readings before and after on rulers, the photos. */
export async function accountPdf(paper: AccountPaper): Promise<Blob> {
  const [{ default: pdfMake }, { default: fonts }] = await Promise.all([
    import('pdfmake/build/pdfmake'),
    import('pdfmake/build/vfs_fonts'),
  ]);
  pdfMake.addVirtualFileSystem(fonts);
  return pdfMake.createPdf(pagesOf(paper)).getBlob();
}

/** Paper is white by night too: these tokens are the same then. */
function pagesOf({ account, voice, rulers, photos }: AccountPaper): TDocumentDefinitions {
  const title = accountTitle(account);
  const [soft, rule] = [tokenColour('--print-soft'), tokenColour('--print-rule')];
  return {
    pageSize: 'A4',
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
      { text: title, fontSize: 18, bold: true },
      ...(account.vehicle.vin === '' ? [] : [{ text: `VIN ${account.vehicle.vin}`, color: soft }]),
      ...accountBlocks(account, voice).map((block) => blockContent(block, rule)),
      ...rulers.map(rulerContent),
      ...photos.map(photoContent),
    ],
  };
}

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

const rulerContent = (ruler: RulerOnPaper): Content => ({
  unbreakable: true,
  margin: [0, 12, 0, 0],
  stack: [
    { text: `${ruler.title}: before and after`, bold: true },
    { svg: rulerSvg(ruler), width: 460 },
  ],
});

const photoContent = ({ dataUrl, caption }: PhotoOnPaper): Content => ({
  unbreakable: true,
  margin: [0, 12, 0, 0],
  stack: [{ image: dataUrl, fit: [300, 220] }, ...(caption === '' ? [] : [{ text: caption }])],
});
