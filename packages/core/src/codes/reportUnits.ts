import type { Line } from '../vehicle/index.js';
import { unknownUnitId } from './codeSheet.js';
import { statusIn } from './codeStatus.js';
import { remembered } from './remembered.js';
import { labelWords, lightWords, silentWords, unitWords } from './reportWords.js';

/** A unit as a report names it; one that the line does not have is known by its name alone. */
export interface NamedUnit {
  readonly id: string;
  readonly name: string;
}

/** A unit that the line does not have, by the name that the report gives it. */
export function unknownUnit(name: string): NamedUnit {
  const short = name.trim().replace(/\s+/g, ' ').slice(0, 80);
  const slug = short
    .normalize('NFD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase()
    .slice(0, 40);
  return { id: slug === '' ? unknownUnitId : `${unknownUnitId}-${slug}`, name: short };
}

const normal = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\d]+/gu, ' ')
    .trim();

const marker = new RegExp(
  `^(?:${[...unitWords].sort((a, b) => b.length - a.length).join('|')})\\s*(?:[:=#]|\\s-\\s)\\s*`,
  'iu',
);
const looseMarker =
  /^(?:(?:faults?|codes?|dtcs?|stored faults|trouble codes?|fehler(?:liste)?|report|reported|set|stored)\s+)*(?:of|in|from|by)\s+(?:the\s+)?(?:unit\s+)?/iu;
// Numbers of a list, addresses on the bus and marks before a name.
const lead =
  /^(?:[\s#*=<>\-–—•·.[\]]+|\d{1,3}[.):]\s*|0x[0-9a-f]{1,4}\b[\s:–-]*|\(?\d{1,3}\)?\s+[-–:]\s+|addr(?:ess)?\.?\s*\w{1,4}[\s:–-]+)/iu;
const trail = /[\s#*=<>\-–—:.[\]]+$/u;

/** The text without the marks, numbers and words that announce a unit. */
export const strippedOf = remembered((text: string): { readonly name: string; readonly isMarked: boolean } => {
  let name = text.trim();
  for (let before = ''; before !== name; ) {
    before = name;
    name = name.replace(lead, '');
  }
  const isNumbered = /^\W*(?:\d{1,3}\s*[.):]|0x[0-9a-f])/iu.test(text);
  const marked = name.replace(marker, '');
  const loose = marked === name ? name.replace(looseMarker, '') : marked;
  return { name: loose.replace(trail, '').trim(), isMarked: loose !== name || isNumbered };
});

/** Finds the units of a line by id, name or alias. */
export function unitNames(line: Line | undefined) {
  const byName = new Map<string, NamedUnit>();
  const namesOf = new Map<string, string[]>();
  for (const { id, name, aliases } of line?.units ?? [])
    for (const called of [name, id, ...aliases].map(normal)) {
      if (!byName.has(called)) byName.set(called, { id, name });
      namesOf.set(id, [...(namesOf.get(id) ?? []), called]);
    }
  const longestFirst = [...byName].sort(([a], [b]) => b.length - a.length);
  const light = new Set<string>(lightWords);

  /** The unit that a piece of text names and says nothing besides, but for light words, numbers and its other names. */
  const named = remembered((piece: string): NamedUnit | undefined => {
    const text = normal(strippedOf(piece).name);
    const exact = byName.get(text);
    if (exact || text === '') return exact;
    const found = longestFirst.find(([called]) => text.startsWith(`${called} `) || text.endsWith(` ${called}`));
    return found && isLight(text, found[1].id) ? found[1] : undefined;
  });

  function isLight(text: string, unitId: string): boolean {
    const own = [...(namesOf.get(unitId) ?? [])].sort((a, b) => b.length - a.length);
    const rest = own.reduce((left, called) => ` ${left} `.replaceAll(` ${called} `, ' ').trim(), text);
    return rest.split(' ').every((word) => word === '' || /\d/.test(word) || light.has(word));
  }

  /** The unit that heads a line, whatever the line says of it: “ABS: no response”, “Door controller (2 codes)”, “ECM – V 2.1”. */
  function heads(row: string): NamedUnit | undefined {
    const first = /^(.+?)(?:\s*[:(\ue000[]|\s+[-–—]\s+)/u.exec(strippedOf(row).name)?.[1];
    return named(row) ?? (first === undefined ? undefined : named(first));
  }

  return { named, heads };
}

export type UnitNames = ReturnType<typeof unitNames>;

const labels: ReadonlySet<string> = new Set(labelWords);

/** Whether a piece only says what stands beside it, such as “Fault code 3:”. */
export const isLabel = remembered(
  (piece: string): boolean =>
    normal(piece)
      .split(' ')
      .every((word) => word === '' || /^\d+$/.test(word) || labels.has(word)) || labels.has(normal(piece)),
);

/** Whether a piece could be a name: it has letters, and is no label, date or number with its unit. */
export const isName = remembered(
  (piece: string): boolean =>
    /\p{L}{2}/u.test(piece) &&
    !isLabel(piece) &&
    !/\d{1,2}[:.-]\d{2}|\d{4}-|\b[A-HJ-NPR-Z0-9]{17}\b|\b\d+\s?(?:km|mi|v|h)\b/iu.test(piece),
);

/**
 * The unit that a line without codes announces, though the line has none of that name: it is marked (“Unit: …”, “=== … ===”, “…:”), or it is a
 * short name over a line with codes.
 * @param place `apart`: the next line has no code; `below`: the line goes on about the code above; `between`: it may be the text of a code
 *   above that has none yet, and so must look like a name
 */
export function announcedUnit(row: string, place: HeadingPlace): NamedUnit | undefined {
  const { name, isMarked } = strippedOf(row.replaceAll('\ue000', ' '));
  const [, said = name, value = ''] = /^(.+?)(?:\s*[:(]|\s+[-–—]\s+(?=\d))(.*)$/u.exec(name) ?? [];
  const isDecorated = /^\s*(?:[=#*<>-]{2,}|\[).*(?:[=#*<>-]{2,}|\])\s*$/u.test(row) || /:\s*$/u.test(row);
  if (!isName(said) || said.split(/\s+/).length > 6 || statusIn(said) !== undefined) return undefined;
  // “Odometer: 84210 km” tells something of the vehicle, “Steering (1 fault)” and “Radio: no response” of a unit.
  const isOfUnit = value === '' || counted.test(value) || silentWords.test(value);
  if (isMarked || ((isDecorated || value !== '') && isOfUnit)) return unknownUnit(said);
  const isShortName = /^\p{Lu}/u.test(said) && !/[.,;!?]/.test(row);
  const isFree = place === 'over' || (place === 'between' && looksLikeUnit(said));
  return isFree && isShortName && isOfUnit ? unknownUnit(said) : undefined;
}

export type HeadingPlace = 'over' | 'between' | 'below' | 'apart';

/** One word, a short form in capitals, or words of which one is used for units: “Gateway”, “TCM 2”, “Door module driver”. */
function looksLikeUnit(name: string): boolean {
  const words = name.split(/\s+/);
  const isShortForm = words.length <= 2 && /^\p{Lu}[\p{Lu}\d]{1,4}$/u.test(words[0] ?? '');
  return (
    words.length === 1 ||
    isShortForm ||
    (words.length < 5 && words.some((word) => usedForUnits.has(word.toLowerCase())))
  );
}

const usedForUnits: ReadonlySet<string> = new Set([
  ...['unit', 'module', 'controller', 'ecu', 'gateway', 'cluster', 'system', 'control', 'display'],
  ...['steuergerät', 'modul', 'calculateur', 'boîtier'],
]);

const counted = /^\s*\d*\s*(?:faults?|codes?|dtcs?|errors?|entries|fehler|défauts?)[\s)]*$/iu;
