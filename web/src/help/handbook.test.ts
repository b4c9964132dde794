import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ROOMS } from '../model/rooms';
import { FIGURES, figureTitle } from '../words/figures';
import { KIND_TERMS } from '../words/measures';
import { TERMS, termOf, termsOf } from './handbook';

const sources = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return sources(path);
    return path.endsWith('.tsx') ? [readFileSync(path, 'utf8')] : [];
  });

describe('the handbook', () => {
  it('is read by sections and terms', () => {
    const text =
      '# Title\n\nIntro\n\n## 1. Data\n\n### Event\nA thing.\n\nMore.\n\n## 2. Time\n\n### Day\nCivil.\n';
    expect(termsOf(text)).toEqual([
      { name: 'Event', section: '1. Data', definition: 'A thing.\n\nMore.' },
      { name: 'Day', section: '2. Time', definition: 'Civil.' },
    ]);
  });

  it('defines every term once', () => {
    const names = TERMS.map((term) => term.name);
    expect(names.length).toBeGreaterThan(60);
    expect(new Set(names).size).toBe(names.length);
    expect(TERMS.filter((term) => term.definition === '')).toEqual([]);
  });

  it('defines every headline metric', () => {
    expect(FIGURES.map((figure) => figureTitle(figure)).filter((name) => !termOf(name))).toEqual([]);
  });

  it('defines every kind of metric', () => {
    expect(Object.values(KIND_TERMS).filter((name) => !termOf(name))).toEqual([]);
  });

  it('defines the terms of every room', () => {
    expect(ROOMS.flatMap((room) => room.terms as readonly string[]).filter((name) => !termOf(name))).toEqual(
      [],
    );
  });

  it('defines every term that a screen offers to explain', () => {
    const asked = sources('src').flatMap((text) =>
      [...text.matchAll(/<TermMark term="([^"]+)"/g)].map((found) => found[1] ?? ''),
    );
    expect(asked.length).toBeGreaterThan(10);
    expect(asked.filter((name) => !termOf(name))).toEqual([]);
  });
});
