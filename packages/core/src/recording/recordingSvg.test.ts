import { expect } from 'chai';
import { recordingToSvg, type SeenRecording } from './index.js';

// XML has no such sign.
const noSign = String.fromCharCode(0);

const cell = (least: number, most = least) => ({ least, most, hasNone: false });
const none = cell(Number.NaN);

const seen: SeenRecording = {
  title: `Bench <4> & "more"${noSign}`,
  fromMs: 100,
  toMs: 200,
  channels: [
    { name: 'a & b', unit: 'A', cells: [cell(1), cell(2, 4), none, cell(3), cell(1)], over: [] },
    { name: 'laid over', unit: 'V', cells: [cell(0), cell(1)], over: [cell(-2), cell(2)] },
  ],
  moments: [
    { atMs: 150, text: 'on' },
    { atMs: 500, text: 'not seen' },
  ],
  sayTime: (atMs) => `${atMs} ms`,
};

describe('a drawing of what is seen', () => {
  const svg = recordingToSvg(seen);

  it('has names as texts, whatever they are called', () => {
    expect(svg).to.contain('<title>Bench &lt;4&gt; &amp; &quot;more&quot;</title>').and.to.contain('a &amp; b');
    expect(svg)
      .not.to.contain(noSign)
      .and.not.to.match(/&(?!amp;|lt;|gt;|quot;)/);
    // Each element that is opened is closed.
    const opened = [...svg.matchAll(/<(\w+)[^>]*?(\/?)>/g)].filter(([, , closed]) => closed === '').length;
    expect([...svg.matchAll(/<\/\w+>/g)]).to.have.length(opened);
  });

  it('breaks a line where there is nothing, draws least and greatest, and what is laid over in dashes', () => {
    const paths = [...svg.matchAll(/<path d="([^"]*)"[^>]*?(stroke-dasharray)?="[^"]*"\/>/g)].map(([, path]) => path);
    expect(paths).to.have.length(3);
    expect(paths[0]?.match(/M/g)).to.have.length(2);
    expect(paths[0]?.match(/L/g)).to.have.length(3);
    expect(svg.match(/stroke-dasharray="6 4"/g)).to.have.length(1);
    // Both have the same scale: the least of the other one lies at the bottom.
    expect(svg).to.contain('−2 V').and.to.contain('2 V');
  });

  it('has the moments that are seen, and times from the first to the last', () => {
    expect(svg).to.contain('>on<').and.not.to.contain('not seen');
    expect(svg).to.contain('100 ms').and.to.contain('200 ms');
  });
});
