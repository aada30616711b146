import type { Page } from 'puppeteer-core';
import { cookieOf } from '../support/signIn.js';
import { send } from '../support/user.js';

const pieceBytes = 1024 * 1024;

/** Sends the file of a recording as a device does, in pieces. */
export async function sendFile(url: string, path: string, info: object, bytes: Uint8Array): Promise<void> {
  await send(url, 'PUT', path, info);
  const headers = {
    cookie: await cookieOf(url, 'hanna'),
    'content-type': 'application/octet-stream',
    'x-probe-trail': '1',
  };
  for (let from = 0; from < bytes.length; from += pieceBytes) {
    const body = bytes.slice(from, from + pieceBytes);
    const answer = await fetch(`${url}${path}/pieces?from=${from}`, { method: 'PUT', headers, body });
    if (!answer.ok) throw new Error(await answer.text());
  }
}

/** How long a page takes each time until its charts are drawn, in ms, once the device has the recording: it is opened again and again. */
export async function openAgain(page: Page, charts: number): Promise<readonly number[]> {
  await untilDrawn(page, charts);
  const opened: number[] = [];
  for (let time = 0; time < 5; time += 1) {
    await page.reload({ waitUntil: 'domcontentloaded' });
    opened.push(await untilDrawn(page, charts));
  }
  return opened;
}

/** @returns ms since the page began */
const untilDrawn = async (page: Page, charts: number): Promise<number> => {
  await page.waitForFunction(
    (wanted) => {
      const all = [...document.querySelectorAll('canvas')];
      return (
        all.length === wanted &&
        all.every((canvas) =>
          [...(canvas.getContext('2d')?.getImageData(canvas.width / 2, 0, 1, canvas.height).data ?? [])].some(
            (one) => one !== 0,
          ),
        )
      );
    },
    { polling: 'raf' },
    charts,
  );
  return page.evaluate(() => performance.now());
};

/** Turns the wheel in every frame, and counts frames and pictures. */
export const zoomFor = (page: Page, ms: number): Promise<{ frames: number; pictures: number }> =>
  page.evaluate(
    (lastsMs) =>
      new Promise<{ frames: number; pictures: number }>((resolve) => {
        const canvas = document.querySelector('canvas');
        const { left = 0, top = 0, width = 0 } = canvas?.getBoundingClientRect() ?? {};
        let [frames, cleared] = [0, 0];
        const clear = CanvasRenderingContext2D.prototype.clearRect;
        CanvasRenderingContext2D.prototype.clearRect = function (...args) {
          if (this.canvas === canvas) cleared += 1;
          clear.apply(this, args);
        };
        const from = performance.now();
        requestAnimationFrame(function turn() {
          frames += 1;
          const deltaY = Math.floor((performance.now() - from) / 1000) % 2 === 0 ? -40 : 40;
          const at = { clientX: left + width / 2, clientY: top + 20, bubbles: true, cancelable: true };
          canvas?.dispatchEvent(new WheelEvent('wheel', { ...at, deltaY }));
          const seconds = (performance.now() - from) / 1000;
          if (seconds * 1000 < lastsMs) requestAnimationFrame(turn);
          else resolve({ frames: frames / seconds, pictures: cleared / seconds });
        });
      }),
    ms,
  );
