import { createHash } from 'node:crypto';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import {
  type PartCard,
  type Picture,
  partCardSchema,
  picturesOfText,
  pictureText,
  readPlanFile,
  sayPlanFileProblem,
  writePlanFile,
} from '@probe-trail/core/plan';
import { sayFaults, validate } from '@probe-trail/core/schema';
import type { Page } from 'puppeteer-core';
import { array, number, object, string } from 'yup';
import { openSeenBrowser } from './support/browser.js';

// Draws where the parts of the demo world are, as demo/pictures says, into the part cards of its plans and of its library.
const demo = new URL('../demo/', import.meta.url);

const placesSchema = array(
  object({
    partCardId: string().required(),
    // Name of the drawing, and a point on it.
    drawing: string().required(),
    x: number().required(),
    y: number().required(),
    label: string().required(),
  }).required(),
).required();
type PartPlace = ReturnType<typeof placesSchema.validateSync>[number];

interface Drawn extends Picture {
  readonly caption: string;
}

const width = 960;
const ringRadius = 34;

const readText = (path: string) => readFile(new URL(path, demo), 'utf8');
const writeText = (path: string, text: string) => writeFile(new URL(path, demo), text);

const browser = await openSeenBrowser();
const page = await browser.newPage();
await page.setViewport({ width, height: 600 });
const drawn = new Map<string, Drawn>();
for (const place of placesSchema.validateSync(JSON.parse(await readText('pictures/places.json'))))
  drawn.set(place.partCardId, await draw(page, place));
await browser.close();

const cards = validate(array(partCardSchema.required()).required(), JSON.parse(await readText('part-cards.json')));
if (!cards.ok) throw new Error(`part-cards.json: ${sayFaults(cards.problem)}`);
await writeText('part-cards.json', JSON.stringify(cards.value.map(withPlace), null, 2));
for (const name of await readdir(new URL('plans/', demo))) {
  const file = readPlanFile(await readText(`plans/${name}`));
  if (!file.ok) throw new Error(`${name}: ${sayPlanFileProblem(file.problem)}`);
  const plan = { ...file.value.plan, partCards: file.value.plan.partCards.map(withPlace) };
  const shown = plan.partCards.flatMap(({ id }) => drawn.get(id) ?? []);
  const pictures = shown.map(({ photoId, mediaType, base64 }) => ({ photoId, mediaType, base64 }));
  await writeText(`plans/${name}`, writePlanFile({ plan, pictures }));
}

async function draw(on: Page, { drawing, x, y, label }: PartPlace): Promise<Drawn> {
  const svg = await readText(`pictures/${drawing}.svg`);
  await on.setContent(
    `<style>${await font()} body { margin: 0 }</style>${svg.replace('</svg>', `${mark(x, y, label)}</svg>`)}`,
  );
  await on.evaluate(() => document.fonts.ready.then(() => undefined));
  const bytes = await on.screenshot({ type: 'webp', quality: 60 });
  return {
    caption: `${label}: ${/<title>(.*)<\/title>/.exec(svg)?.[1]}`,
    photoId: createHash('sha256').update(bytes).digest('hex'),
    mediaType: 'image/webp',
    base64: Buffer.from(bytes).toString('base64'),
  };
}

/** A ring round the place, and its name beside it, on the side where there is more room. */
function mark(x: number, y: number, label: string): string {
  const labelWidth = 28 + label.length * 22;
  const isLeft = x > width / 2;
  const left = isLeft ? x - ringRadius - 34 - labelWidth : x + ringRadius + 34;
  const edge = isLeft ? left + labelWidth : left;
  return `
    <g stroke="#FFFEFA" stroke-width="15"><circle cx="${x}" cy="${y}" r="${ringRadius}"/></g>
    <g stroke="#0A6577" stroke-width="7"><circle cx="${x}" cy="${y}" r="${ringRadius}"/><path d="M${isLeft ? x - ringRadius : x + ringRadius} ${y}H${edge}"/></g>
    <rect x="${left}" y="${y - 29}" width="${labelWidth}" height="58" rx="8" fill="#0A6577" stroke="none"/>
    <text x="${left + labelWidth / 2}" y="${y + 13}" fill="#FFFEFA" stroke="none" font-size="38" font-weight="700" text-anchor="middle">${label}</text>`;
}

async function font(): Promise<string> {
  const file = createRequire(new URL('../packages/web/package.json', import.meta.url)).resolve(
    '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  );
  const base64 = (await readFile(file)).toString('base64');
  return `@font-face { font-family: 'Atkinson Hyperlegible Next'; font-weight: 200 800; src: url(data:font/woff2;base64,${base64}) }`;
}

/** The card with the picture of its place first; one that was drawn before makes room. */
function withPlace(card: PartCard): PartCard {
  const picture = drawn.get(card.id);
  if (!picture) return card;
  const before = picturesOfText(card.howItWorks).find(({ caption }) => caption === picture.caption);
  const text = before
    ? card.howItWorks.replace(pictureText(before.photoId, before.caption), '').trim()
    : card.howItWorks;
  return { ...card, howItWorks: `${pictureText(picture.photoId, picture.caption)}\n\n${text}`.trim() };
}
