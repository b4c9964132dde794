import { describe, expect, it } from 'vitest';
import { answerDefinition } from './answerPdf';
import { linesOf, plainColours } from './picture';

describe('a picture of an answer', () => {
  it('breaks its title into lines that fit', () => {
    expect(linesOf('one two three', 1000)).toEqual(['one two three']);
    expect(linesOf('one two three', 60)).toEqual(['one two', 'three']);
    expect(linesOf('', 60)).toEqual([]);
    expect(linesOf('unbreakablelongword and', 20)).toEqual(['unbreakablelongword', 'and']);
  });

  it('names colours as every program reads them', () => {
    const svg =
      '<path style="fill: var(--ink)" stroke="color(srgb 1 0.5 0)"/><rect fill="color(srgb 0 0 1 / 0.25)"/>';
    expect(plainColours(svg, (name) => (name === '--ink' ? '#123456' : ''))).toBe(
      '<path style="fill: #123456" stroke="rgb(255, 128, 0)"/><rect fill="rgba(0, 0, 255, 0.25)"/>',
    );
  });
});

describe('a page of an answer', () => {
  const page = {
    question: 'Q?',
    findings: ['One.'],
    foot: 'Complete',
    png: 'data:',
    width: 1000,
    height: 500,
  };

  it('has the question, the picture and the findings', () => {
    const content = JSON.stringify(answerDefinition(page).content);
    expect(content).toContain('"text":"Q?"');
    expect(content).toContain('"image":"data:","width":750');
    expect(content).toContain('"ul":["One."]');
  });

  it('makes a high picture as small as a page needs, and has no empty list', () => {
    const content = JSON.stringify(answerDefinition({ ...page, findings: [], height: 4000 }).content);
    expect(content).toContain('"width":100');
    expect(content).not.toContain('Findings');
  });
});
