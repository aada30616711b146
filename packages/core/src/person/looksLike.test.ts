import { expect } from 'chai';
import { looksLike } from './index.js';

describe('looksLike', () => {
  for (const [a, b] of [
    ['Ines Marrow', 'ines marrow'],
    ['Ines Marrow', 'Ines  Marrow'],
    ['Ines Marrow', 'Іnes Маrrоw'],
    ['Ines Marrow', 'Inés Marrow'],
    ['Ines Marrow', 'Ines\u200b Marrow'],
    ['Ines Marrow', 'lnes Marrow'],
    ['Ines Marrow', '1nes Marrow'],
    ['Ｉnes Marrow', 'Ines Marrow'],
    ['Tobi Lunde', 'Tοbi Lunde'],
    ['Tobi Lunde', 'T0bi Lunde'],
    ['Sam Quarn', 'Sam Quam'],
  ] as const)
    it(`“${a}” looks like “${b}”`, () => expect(looksLike(a, b)).to.equal(true));

  for (const [a, b] of [
    ['Ines Marrow', 'Tobi Lunde'],
    ['Hanna Creek', 'Hanna Crook'],
    ['Sam Quill', 'Sam Quell'],
    ['Иван', 'Пётр'],
  ] as const)
    it(`“${a}” does not look like “${b}”`, () => expect(looksLike(a, b)).to.equal(false));
});
