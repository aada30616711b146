import { expose } from 'comlink';
import pdfMake from 'pdfmake/build/pdfmake';
import fonts from 'pdfmake/build/vfs_fonts';
import { type AccountPaper, accountPages } from './accountPages';

pdfMake.addVirtualFileSystem(fonts);

/** Writes an account away from the thread in which somebody works: one with many photos takes seconds. */
const accountWriter = {
  write: (paper: AccountPaper): Promise<Blob> => pdfMake.createPdf(accountPages(paper)).getBlob(),
};

export type AccountWriter = typeof accountWriter;

expose(accountWriter);
