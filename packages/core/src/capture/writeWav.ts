import { type Capture, sampleCount } from './capture.js';

/** A capture as a WAV file of 32-bit floating point numbers, in the units of its channels. Its rate is a whole number of samples a second. */
export function writeWav(capture: Capture): Uint8Array<ArrayBuffer> {
  const { channels, stepMs } = capture;
  const [count, frames] = [channels.length, sampleCount(capture)];
  const dataBytes = frames * count * 4;
  const bytes = new Uint8Array(44 + dataBytes);
  const view = new DataView(bytes.buffer);
  const rateHz = Math.max(1, Math.round(1000 / stepMs));
  write(bytes, 0, 'RIFF');
  view.setUint32(4, 36 + dataBytes, true);
  write(bytes, 8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 3, true);
  view.setUint16(22, count, true);
  view.setUint32(24, rateHz, true);
  view.setUint32(28, rateHz * count * 4, true);
  view.setUint16(32, count * 4, true);
  view.setUint16(34, 32, true);
  write(bytes, 36, 'data');
  view.setUint32(40, dataBytes, true);
  for (const [index, { samples }] of channels.entries())
    for (let frame = 0; frame < frames; frame += 1)
      view.setFloat32(44 + (frame * count + index) * 4, samples[frame] ?? Number.NaN, true);
  return bytes;
}

function write(bytes: Uint8Array, at: number, text: string): void {
  for (let index = 0; index < text.length; index += 1) bytes[at + index] = text.charCodeAt(index);
}
