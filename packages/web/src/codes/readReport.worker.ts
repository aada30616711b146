import { readCodeText } from '@probe-trail/core/codes';
import { cutText } from '@probe-trail/core/text';
import type { Line } from '@probe-trail/core/vehicle';
import { expose } from 'comlink';
import { decodeText } from '../ui/decodeText';

/** Reads a report away from the thread in which somebody works: one of 50 MB takes seconds. */
const reportReader = {
  read: async (report: string | File, line: Line | undefined, onProgress: (share: number) => void) => {
    const isFile = typeof report !== 'string';
    const text = isFile ? decodeText(new Uint8Array(await report.arrayBuffer())) : report;
    const beginning = isFile ? cutText(text, shownCharacters) : undefined;
    return { beginning, ...readCodeText(text, line, onProgress) };
  },
};

/** How much of a file is shown: a field with megabytes in it would stand still. */
const shownCharacters = 100_000;

export type ReportReader = typeof reportReader;

expose(reportReader);
