import { wrap } from 'comlink';
import { tokenColour } from '../ui/tokenColour';
import type { AccountPaper } from './accountPages';
import type { AccountWriter } from './accountPdf.worker';
import { type RulerOnPaper, rulerSvg } from './rulerSvg';

interface ToWrite extends Omit<AccountPaper, 'rulers' | 'colours'> {
  /** Readings from before and after the repair, to be drawn. */
  readonly rulers: readonly RulerOnPaper[];
}

/** An account as a PDF. Paper is white by night too: its colours are the same then. */
export async function accountPdf({ rulers, ...paper }: ToWrite): Promise<Blob> {
  const thread = new Worker(new URL('./accountPdf.worker.ts', import.meta.url), { type: 'module' });
  try {
    const written = wrap<AccountWriter>(thread).write({
      ...paper,
      rulers: rulers.map((ruler) => ({ title: ruler.title, svg: rulerSvg(ruler) })),
      colours: { soft: tokenColour('--print-soft'), rule: tokenColour('--print-rule') },
    });
    return await Promise.race([written, notLoaded(thread)]);
  } finally {
    thread.terminate();
  }
}

/** Without a network the worker may not be on this device. */
const notLoaded = (thread: Worker): Promise<never> =>
  new Promise((_, reject) => {
    thread.addEventListener('error', () =>
      reject(new Error('What writes PDFs could not be loaded. Try again with the network.')),
    );
  });
