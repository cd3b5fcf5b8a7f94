import fc from 'fast-check';
import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { pack, unpack } from './pack.js';
import { thinnedOut, type KeptVersion } from './thinning.js';

describe('a packed version', () => {
  const study = JSON.stringify(reinjectionStudy());
  const large = JSON.stringify(Array.from({ length: 12 }, (_, i) => ({ ...reinjectionStudy(), title: `Part ${i}` })));

  test('is the same text again, letter for letter, whatever was before it', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.string({ unit: 'binary', maxLength: 300 }),
        fc.nat(200),
        fc.nat(60_000),
        fc.boolean(),
        async (put, cut, at, hasBase) => {
          const text = large.slice(0, at) + put + large.slice(at + cut);
          const base = hasBase ? large : undefined;
          const { data, isPart } = await pack(text, base);
          expect(await unpack(data, isPart ? base : undefined)).toBe(Buffer.from(text).toString());
        },
      ),
      { numRuns: 60 },
    );
    for (const text of ['', '{}', 'ü'.repeat(20_000)])
      expect(await unpack((await pack(text, undefined)).data, undefined)).toBe(text);
  });

  test('costs little where little changed, and is kept whole where all did', async () => {
    expect(large.length).toBeGreaterThan(50_000);
    const changed = large.replaceAll('1150 m', '1151 m').replace('Part 3', 'Another part');
    const part = await pack(changed, large);
    expect(part.isPart).toBe(true);
    expect(part.data.length).toBeLessThan(2500);
    expect((await pack([...study].reverse().join(''), large)).isPart).toBe(false);
  });
});

describe('thinning', () => {
  const now = new Date('2026-03-20T12:00:00Z');
  const HOUR = 3_600_000;
  const at = (version: number, hoursAgo: number, more: Partial<KeptVersion> = {}): KeptVersion => ({
    version,
    savedAt: new Date(now.getTime() - hoursAgo * HOUR),
    isNamed: false,
    base: null,
    ...more,
  });
  test('all of a day stay', () => expect(thinnedOut([at(3, 0), at(2, 0.01), at(1, 23.9)], now)).toEqual([]));
  test('of a week the last of every hour', () => {
    // 30.2 and 30.9 hours before noon lie in the same hour of the clock, 31.1 in the one before
    expect(thinnedOut([at(9, 0), at(4, 30.2), at(3, 30.9), at(2, 31.1)], now)).toEqual([3]);
  });
  test('before that the last of every day', () => {
    // noon: 8 d 1 h and 8 d 11 h ago are one day (UTC), 8 d 13 h the day before
    expect(thinnedOut([at(9, 0), at(4, 193), at(3, 203), at(2, 205)], now)).toEqual([3]);
  });
  test('with a clock that was set back nothing goes that would have stayed', () => {
    // what was saved before lies ahead by now; of one hour the highest number is the last, whatever the clock said
    expect(thinnedOut([at(4, 0), at(3, -9000), at(2, -9001)], now)).toEqual([]);
    expect(thinnedOut([at(9, 0), at(4, 30.9), at(3, 30.2)], now)).toEqual([3]);
  });
  test('named ones, the newest, and those that others rest on stay', () => {
    const old = (version: number, more: Partial<KeptVersion> = {}) => at(version, 400 + (9 - version) * 0.01, more);
    expect(thinnedOut([old(9, { base: 2 }), old(8), old(7, { isNamed: true }), old(3), old(2), old(1)], now)).toEqual([8, 3, 1]);
    expect(thinnedOut([old(9)], now)).toEqual([]);
  });
});
