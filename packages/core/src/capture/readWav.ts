import { failed, ok, type Result } from '../result/index.js';
import { channelNamed, mostSamples, type ReadCapture } from './capture.js';

interface WavFormat {
  readonly isFloat: boolean;
  readonly bits: number;
  readonly channels: number;
  readonly rateHz: number;
}

const [pcm, ieeeFloat, extensible] = [1, 3, 0xfffe];

/**
 * Reads a WAV file: whole numbers of 8 to 32 bits or floating point numbers of 32 or 64, any number of channels. Whole numbers are scaled so
 * that the full range of the file is from −1 to 1. The layout is that of RIFF (Multimedia Programming Interface 1.0, 1991) with the
 * extensible format. The problem is a sentence.
 */
export function readWav(bytes: Uint8Array, startedAtMs: number): Result<ReadCapture, string> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (word(view, 0) !== 'RIFF' || word(view, 8) !== 'WAVE') return failed('This is no WAV file.');
  const found = chunksOf(view);
  if (!found.format) return failed('This WAV file does not say how its samples are laid out.');
  if (found.dataAt === undefined) return failed('This WAV file has no samples.');
  const { format, dataAt, saidBytes } = found;
  const problem = problemOf(format);
  if (problem !== undefined) return failed(problem);
  const frameBytes = (format.bits / 8) * format.channels;
  const thereBytes = Math.min(saidBytes, bytes.length - dataAt);
  const frames = Math.floor(thereBytes / frameBytes);
  if (frames === 0) return failed('This WAV file has no samples.');
  if (frames * format.channels > mostSamples)
    return failed(`A capture has up to ${mostSamples / 1e6} million samples.`);
  const notes = ['A WAV file does not say its volts: its full range is taken as ±1 V until a factor is given.'];
  // A length of all ones is one that was not known while it was written.
  if (thereBytes < saidBytes && saidBytes !== 0xffffffff)
    notes.push('This WAV file says that it is longer than it is: what is there was read.');
  const channels = Array.from({ length: format.channels }, (_, index) => {
    const at = dataAt + (format.bits / 8) * index;
    return channelNamed('', index, 'V', samplesOf(view, at, frames, frameBytes, format));
  });
  return ok({ capture: { startedAtMs, stepMs: 1000 / format.rateHz, channels, marks: [] }, notes });
}

function problemOf({ isFloat, bits, channels, rateHz }: WavFormat): string | undefined {
  if (!(isFloat ? [32, 64] : [8, 16, 24, 32]).includes(bits))
    return `This WAV file has samples of ${bits} bits; 8, 16, 24 and 32 are read, and 32 and 64 where they are floating.`;
  if (channels < 1 || channels > 64) return `This WAV file has ${channels} channels; 1 to 64 are read.`;
  return rateHz < 1 ? 'This WAV file does not say its sample rate.' : undefined;
}

const word = (view: DataView, at: number): string =>
  at + 4 > view.byteLength
    ? ''
    : String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3));

function chunksOf(view: DataView) {
  let format: WavFormat | undefined;
  for (let at = 12; at + 8 <= view.byteLength; ) {
    const [name, length, body] = [word(view, at), view.getUint32(at + 4, true), at + 8];
    if (name === 'fmt ' && body + 16 <= view.byteLength) format = formatAt(view, body, length);
    if (name === 'data') return { format, dataAt: body, saidBytes: length };
    at = body + length + (length % 2);
  }
  return { format, dataAt: undefined, saidBytes: 0 };
}

function formatAt(view: DataView, at: number, length: number): WavFormat | undefined {
  const said = view.getUint16(at, true);
  // The extensible format says the plain one at the beginning of its sub-format.
  const kind = said === extensible && length >= 26 && at + 26 <= view.byteLength ? view.getUint16(at + 24, true) : said;
  if (kind !== pcm && kind !== ieeeFloat) return undefined;
  return {
    isFloat: kind === ieeeFloat,
    channels: view.getUint16(at + 2, true),
    rateHz: view.getUint32(at + 4, true),
    bits: view.getUint16(at + 14, true),
  };
}

function samplesOf(view: DataView, from: number, frames: number, frameBytes: number, format: WavFormat): Float32Array {
  const readers: Readonly<Record<number, (at: number) => number>> = format.isFloat
    ? { 32: (at) => view.getFloat32(at, true), 64: (at) => view.getFloat64(at, true) }
    : {
        8: (at) => (view.getUint8(at) - 128) / 128,
        16: (at) => view.getInt16(at, true) / 32768,
        24: (at) => (view.getUint16(at, true) + view.getInt8(at + 2) * 65536) / 8388608,
        32: (at) => view.getInt32(at, true) / 2147483648,
      };
  const read = readers[format.bits] ?? (() => Number.NaN);
  const samples = new Float32Array(frames);
  for (let frame = 0; frame < frames; frame += 1) samples[frame] = read(from + frame * frameBytes);
  return samples;
}
