import { CHECK_CODES, CHECKS, studySchema } from '@cedar-knot/core';
import en from './en/glossary.js';
import { said } from './words.js';
import { glossary, glossaryEntry, OF_ENTRIES } from './glossary.js';

/* Terms and checks: each once, with what explains it. */

test('every check has an entry with its meaning, formula, default limit and source', () => {
  for (const code of CHECK_CODES) {
    const entry = glossaryEntry(code)!;
    expect([code, entry.name]).toEqual([code, said(CHECKS[code].label)]);
    for (const part of [entry.meaning, entry.formula, entry.limit, entry.source]) expect(part.length).toBeGreaterThan(0);
    expect(entry.name).toMatch(/^[A-Z]/);
    expect(entry.meaning).toMatch(/^[A-Z].*\.$/);
  }
  // by hand, from the limits of the contract
  expect(glossaryEntry('npsh-ratio')!.limit).toBe('≥ 1.30');
  expect(glossaryEntry('flow-region')!.limit).toBe('0.500 – 1.25');
  expect(glossaryEntry('temperature-rise')!.limit).toBe('≤ 8.00 K');
  expect(glossaryEntry('well-level', 'us')!.limit).toBe('≥ 9.84 ft');
});

test('entries stand by name, each once, and no words are left over', () => {
  const all = glossary();
  const names = all.map((e) => e.name.toLowerCase());
  expect(new Set(names).size).toBe(names.length);
  expect([...names].sort((a, b) => a.localeCompare(b, 'en', { sensitivity: 'base' }))).toEqual(names);
  expect(glossaryEntry('nonsense')).toBeUndefined();
  expect(glossaryEntry('toString')).toBeUndefined();
  const terms = all.filter((e) => !e.isCheck).map((e) => e.key);
  const used = [
    'glossary.asEntered',
    ...CHECK_CODES.map((c) => `glossary.check.${c}`),
    ...terms.flatMap((t) => [`glossary.term.${t}.name`, `glossary.term.${t}.meaning`]),
  ];
  expect(new Set(Object.keys(en))).toEqual(new Set(used));
});

test('the entries that are explained are entries of the study file, and their terms have entries', () => {
  const keys = new Set<string>();
  const walk = (x: unknown): void => {
    if (typeof x !== 'object' || x === null) return;
    for (const [key, value] of Object.entries(x)) {
      if (key === 'properties') Object.keys(value as object).forEach((k) => keys.add(k));
      walk(value);
    }
  };
  walk(studySchema(said));
  expect(Object.keys(OF_ENTRIES).filter((key) => !keys.has(key))).toEqual([]);
  expect(Object.values(OF_ENTRIES).filter((term) => glossaryEntry(term) === undefined)).toEqual([]);
});
