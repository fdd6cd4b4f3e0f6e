/** The parts of the kit as they reach the page: every value with its unit, every verdict with its sign and word. */
import {
  finding,
  judgeTest,
  lowerIsBetter,
  higherIsBetter,
  quantity,
  type Judgement,
  type ShopUnits,
} from '@norther/core';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { TypedField } from './fields.tsx';
import { FindingList } from './finding-list.tsx';
import { JudgedFigures } from './judged-figures.tsx';
import { Caution, Key } from './key.tsx';
import { LimitScale } from './limit-scale.tsx';
import { BodyMark, PhaseBox, VerdictMark, VERDICT_WORD } from './marks.tsx';
import { ShopUnitsContext } from './shop-units.ts';
import { WorkingPanel } from './working-panel.tsx';

const words = (html: string) =>
  html
    .replaceAll(/<[^>]+>/g, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim();
const insulation = (oneMinute: string): Judgement => {
  const outcome = judgeTest(
    'insulation',
    { testVoltage: '500', oneMinute, temperature: '20' },
    { plate: { voltageV: 400 } },
  );
  if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
  return outcome.judgement;
};

describe('limit scale', () => {
  const scale = lowerIsBetter({ from: 0, watch: 80, limit: 100, to: 160, name: 'tolerance', source: 'x' });
  /** Where the filled needle stands, of a scale 240 wide with 14 at both ends. */
  const needleAt = (value: number, s = scale) => {
    const html = renderToStaticMarkup(<LimitScale scale={s} value={value} />);
    return Number(/translateX\(([\d.]+)px\)/.exec(html)![1]);
  };
  it('puts the needle where the value is, to scale', () => {
    expect(needleAt(0)).toBeCloseTo(14, 6);
    expect(needleAt(80)).toBeCloseTo(14 + 212 / 2, 6);
    expect(needleAt(160)).toBeCloseTo(226, 6);
  });
  it('leaves a value past the end at the end, with an arrow instead of a needle', () => {
    expect(needleAt(500)).toBeCloseTo(226, 6);
    const inside = renderToStaticMarkup(<LimitScale scale={scale} value={100} />);
    const past = renderToStaticMarkup(<LimitScale scale={scale} value={500} />);
    expect(inside).toContain('M-7 12H7');
    expect(past).not.toContain('M-7 12H7');
  });
  it('on a logarithmic scale a tenfold is everywhere as wide', () => {
    const log = higherIsBetter({
      from: 1,
      sound: 10,
      limit: 5,
      to: 10000,
      name: 'least',
      source: 'x',
      kind: 'log',
    });
    expect(needleAt(100, log) - needleAt(10, log)).toBeCloseTo(needleAt(1000, log) - needleAt(100, log), 6);
  });
  it('hatches what is to be watched and what stops, names the limit, and shows before by an open needle', () => {
    const html = renderToStaticMarkup(<LimitScale scale={scale} value={50} before={120} />);
    expect(html).toContain('url(#hatch-watch)');
    expect(html).toContain('url(#hatch-stop)');
    expect(words(html)).toContain('tolerance');
    expect(html.match(/class="needle"/g)).toHaveLength(2);
    expect(
      renderToStaticMarkup(<LimitScale scale={scale} value={50} />).match(/class="needle"/g),
    ).toHaveLength(1);
  });
});

describe('marks', () => {
  it('every verdict has its own shape and a name for who cannot see it', () => {
    const shapes = new Map<string, string>();
    for (const verdict of ['sound', 'watch', 'stop', 'to-come'] as const) {
      const html = renderToStaticMarkup(<VerdictMark verdict={verdict} />);
      expect(html).toContain(`aria-label="${VERDICT_WORD[verdict]}"`);
      shapes.set(verdict, html.replaceAll(/(stroke|fill|aria-label)="[^"]*"/g, ''));
    }
    expect(new Set(shapes.values()).size).toBe(4);
  });
  it('phases differ by box as well as by colour', () => {
    const shape = (p: 'U' | 'V' | 'W') =>
      renderToStaticMarkup(<PhaseBox phase={p} />).replaceAll(
        /(fill|stroke|aria-label)="var[^"]*"|>[UVW]</g,
        '',
      );
    expect(new Set([shape('U'), shape('V'), shape('W')]).size).toBe(3);
  });
  it('stator, rotor and motor are a ring, a disc, a disc in a ring', () => {
    const circles = (body: 'stator' | 'rotor' | 'motor') =>
      renderToStaticMarkup(<BodyMark body={body} state="waiting" />).match(/<circle[^>]*>/g)!;
    expect(circles('stator')).toHaveLength(1);
    expect(circles('stator')[0]).toContain('fill="var(--paper)"');
    expect(circles('rotor')).toHaveLength(1);
    expect(circles('rotor')[0]).toContain('fill="var(--ink)"');
    expect(circles('motor')).toHaveLength(2);
  });
});

describe('findings', () => {
  const list = [
    finding('note', 'a.note', 'A note.', ['x']),
    finding('stop', 'a.stop', 'A stop.', ['slots'], 'Because.'),
    finding('watch', 'a.watch', 'A doubt.', []),
  ];
  it('the weighty ones first, with what they are concluded from', () => {
    expect(words(renderToStaticMarkup(<FindingList findings={list} />))).toBe(
      'A stop. Because. A doubt. A note.',
    );
  });
  it('those that name a field lead to it; the others are no button', () => {
    const html = renderToStaticMarkup(<FindingList findings={list} onPick={() => undefined} />);
    expect(html.match(/<button/g)).toHaveLength(2);
  });
});

describe('judged figures', () => {
  it('value, unit, mark and the source of the limit stand together', () => {
    const html = renderToStaticMarkup(<JudgedFigures judgement={insulation('0.3')} />);
    const shown = words(html);
    expect(shown).toContain('MΩ');
    expect(shown).toContain('IEEE 43');
    expect(html).toContain('aria-label="stop"');
    // IEEE 43-2013, thermoset, from memory: 0.3 MΩ · exp(−1245 · (1/293 − 1/313)) = 0.229 MΩ at 40 °C.
    expect(shown).toContain('0.229');
  });
  it('shows no verdict where nothing is judged', () => {
    const judgement: Judgement = {
      verdict: 'sound',
      figures: [{ figure: { id: 'a', name: 'A', symbol: 'A', unit: 'V', value: 1 } }],
      reasons: [],
      next: '',
    };
    const html = renderToStaticMarkup(<JudgedFigures judgement={judgement} />);
    expect(html).not.toContain('role="img"');
    expect(html).not.toContain('Limit');
  });
});

describe('working', () => {
  it('prints every input of the computation with its unit and where it came from', () => {
    const { figures } = insulation('640');
    for (const { figure } of figures) {
      const shown = words(renderToStaticMarkup(<WorkingPanel figure={figure} />));
      expect(shown).toContain(figure.name);
      for (const input of figure.working!.inputs) {
        expect(shown).toContain(input.symbol);
        expect(shown).toContain(input.from.replaceAll("'", '&#x27;'));
      }
      expect(shown).toContain(`Source: ${figure.working!.source.replaceAll("'", '&#x27;')}.`);
    }
  });
});

describe('fields', () => {
  const heat = quantity('t', 'Winding', 'temperature', -40, 400);
  const field = (value: string, units: ShopUnits) =>
    renderToStaticMarkup(
      <ShopUnitsContext value={units}>
        <TypedField field={heat} value={value} onType={() => undefined} />
      </ShopUnitsContext>,
    );
  it('say in which unit the shop types, and what it reads as', () => {
    const us = field('72 °F', { temperature: '°F' });
    expect(us).toContain('value="72"');
    expect(words(us)).toBe('Winding °F reads 22.22 °C');
    // A figure from a shop that thinks otherwise never stands bare under the wrong unit.
    expect(field('72', { temperature: '°F' })).toContain('value="72 °C"');
    expect(words(field('72', {}))).toBe('Winding °C');
  });
});

describe('keys and cautions', () => {
  it('a key that cannot be pressed looks and is so', () => {
    const html = renderToStaticMarkup(
      <Key primary disabled letter="Enter">
        Keep
      </Key>,
    );
    expect(html).toContain('disabled=""');
    expect(html).toContain('border-dashed');
    expect(html).not.toContain('bg-copper');
    expect(words(html)).toBe('Keep Enter');
  });
  it('a caution is a note with its name first', () => {
    const html = renderToStaticMarkup(<Caution name="Hot part" text="Too hot to touch." />);
    expect(html).toContain('role="note"');
    expect(words(html)).toBe('Hot part Too hot to touch.');
  });
});
