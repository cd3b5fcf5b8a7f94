import { applyOperations, blankStudy, type Study } from '@cedar-knot/core';
import { firstStudy, pumpedStudy } from '../../test/open.js';
import { readPasted, understand } from './quickEntryText.js';
import { addElements, cellOperations, endOperations, namesOf } from './sheetOperations.js';
import { lossOf, seenEntries, sheetRows, type Column } from './sheetRows.js';

const rowsOf = (study: Study) => sheetRows(study, 'normal', null, (m) => `${m} m`);

/** types into a cell of a row and gives the study that comes of it, or the reason why none does */
function type(study: Study, id: string, column: Column, text: string): Study | string {
  const operations = cellOperations(
    study,
    'normal',
    rowsOf(study).find((r) => r.id === id)!,
    column,
    text,
  );
  if (typeof operations === 'string') return operations;
  if ('problem' in operations) return operations.problem;
  const done = applyOperations(study, operations);
  return done.ok ? done.study : done.reason;
}
const entryOf = (study: Study | string, id: string) => (typeof study === 'string' ? study : seenEntries(study, 'normal', id));

describe('the outlet elevation of the last of a line', () => {
  const last = (study: Study) => study.lines[0]!.elements.at(-1)!.id;
  test('is that of its point: nothing is swallowed, and the way there is offered', () => {
    const study = firstStudy();
    const row = rowsOf(study).find((r) => r.id === last(study))!;
    const refused = cellOperations(study, 'normal', row, 'outlet', '31 m');
    if (typeof refused === 'string' || !('problem' in refused)) throw new Error('taken');
    const { to } = study.lines[0]!;
    expect(refused.problem).toContain(to);
    const done = applyOperations(study, refused.way!.operations);
    expect(done.ok && done.study.points[to]!.elevation).toBe('31 m');
    expect(done.ok && done.study.lines[0]!.elements.at(-1)!.outletElevation).toBeUndefined();
  });
  test('any other has one of its own', () => {
    const study = pumpedStudy();
    const [first] = study.lines[0]!.elements;
    expect((type(study, first!.id, 'outlet', '3 m') as Study).lines[0]!.elements[0]!.outletElevation).toBe('3 m');
  });
});

describe('an end that is typed', () => {
  test('makes the end of the line of its kind, keeps its elevation, and the first row is where the line begins', () => {
    const study = pumpedStudy();
    const { from, to } = study.lines[0]!;
    const end = (selected: string | null, text: string) => {
      const read = understand(text);
      if (!read || !('end' in read)) throw new Error(JSON.stringify(read));
      const done = endOperations(study, selected, read.end.kind, read.end.entries);
      if (typeof done === 'string') return done;
      const applied = applyOperations(study, done.operations);
      return applied.ok ? ([done.id, applied.study.points[done.id]] as const) : applied.reason;
    };
    const { elevation } = study.points[to]!;
    expect(end(study.lines[0]!.elements[0]!.id, 'tank level 3 m')).toMatchObject([
      to,
      { kind: 'vessel', level: '3 m', ...(elevation ? { elevation } : {}) },
    ]);
    expect(end(from, 'well rest level 12 m, 10 m3/h/m')).toMatchObject([
      from,
      { kind: 'well', restLevel: '12 m', specificCapacity: '10 m3/h/m' },
    ]);
    expect(understand('tank level 3')).toMatchObject({ problem: expect.stringContaining('which unit? m') });
    const joined: Study = { ...study, lines: [...study.lines, { id: 'X', from: to, to: from, elements: [] }] };
    expect(endOperations(joined, null, 'vessel', {})).toContain(to);
  });
  test('a kind with what it serves gets that for its name', () => {
    expect(understand('bypass valve holds 20 m3/h')).toMatchObject({
      entry: { kind: 'control-valve', name: 'Bypass valve', flow: '20 m3/h' },
    });
    expect(understand('valve holds 60', { units: ['gpm'] })).toMatchObject({
      problem: expect.stringContaining('which unit? gpm as above'),
    });
  });
});

describe('a cell of the sheet', () => {
  test('an entry is read over what stands there', () => {
    expect(entryOf(type(firstStudy(), 'L-1', 'entry', '25 m 8" sch 20, 2 elbows'), 'L-1')).toMatchObject({
      length: '25 m',
      size: '8 in',
      schedule: '20',
      material: 'steel',
      fittings: [{ type: 'elbow-90', count: 2 }],
    });
  });
  test('where the scenario has its own entry that one is typed; where it shares, all get it', () => {
    const study = firstStudy({ op: 'set', path: ['scenarios', 0, 'set'], value: { 'L-1.length': '11 m' } });
    const typed = type(study, 'L-1', 'entry', '12 m DN200 sch 40') as Study;
    expect(typed.scenarios[0]!.set).toEqual({ 'L-1.length': '12 m' });
    expect(typed.lines[0]!.elements[0]).toMatchObject({ length: '10 m', size: 'DN200' });
  });
  test('a pump or valve that the study does not have is held against those that it has', () => {
    expect(type(pumpedStudy(), 'P-1', 'entry', 'holin')).toContain('hollin');
    expect(entryOf(type(pumpedStudy(), 'P-1', 'entry', 'hollin, 2 running'), 'P-1')).toMatchObject({ running: 2 });
    expect(namesOf(pumpedStudy())).toEqual({ pumps: ['hollin'], valves: ['gx80'], units: ['m', 'm3/h'] });
    expect(namesOf(blankStudy('x'))).toEqual({ pumps: [], valves: [], units: [] });
  });
  test('names come and go, tags are changed everywhere, wrong ones are refused', () => {
    expect(entryOf(type(firstStudy(), 'L-1', 'name', 'Feed'), 'L-1')).toMatchObject({ name: 'Feed' });
    expect('name' in (entryOf(type(firstStudy(), 'L-1', 'name', ''), 'L-1') as object)).toBe(false);
    expect(entryOf(type(firstStudy(), 'L-1', 'id', 'S-1'), 'S-1')).toMatchObject({ length: '10 m' });
    expect(type(firstStudy(), 'L-1', 'id', 'P-1')).toContain('already in use');
    expect(type(firstStudy(), 'L-1', 'id', 'a b')).toContain('Invalid tag');
  });
  test('outlets: of an element, of a point, none of a line; empty gives it back', () => {
    expect(entryOf(type(firstStudy(), 'L-1', 'outlet', '3'), 'L-1')).toMatchObject({ outletElevation: '3 m' });
    expect(entryOf(type(firstStudy(), 'V-2', 'outlet', '60 ft'), 'V-2')).toMatchObject({ elevation: '60 ft' });
    expect(type(firstStudy(), 'V-2', 'outlet', '3 bar')).toContain('Expected: a length');
    const with_ = type(firstStudy(), 'L-1', 'outlet', '3 m') as Study;
    expect('outletElevation' in (entryOf(type(with_, 'L-1', 'outlet', ''), 'L-1') as object)).toBe(false);
  });
  test('a line leads elsewhere by what is typed of it', () => {
    const study = firstStudy(
      { op: 'set', path: ['points', 'V-3'], value: { kind: 'vessel', elevation: '4 m' } },
      { op: 'insert', path: ['lines'], index: 1, value: { id: 'T-2', from: 'V-1', to: 'V-2', elements: [] } },
    );
    expect(type(study, 'T-2', 'entry', 'V-1 to V-3, shut')).toMatchObject({ lines: [{}, { to: 'V-3', closed: true }] });
    expect(type(study, 'T-2', 'entry', 'V-1 to V-9')).toContain('V-9');
    expect(type(study, 'T-2', 'outlet', '3 m')).toContain('Elevations are entered at points');
  });
});

describe('adding rows', () => {
  const pipe = { id: '', kind: 'pipe', length: '1 m', size: 'DN100', schedule: '40' };
  const added = (study: Study, selected: string | null) => {
    const { operations, last } = addElements(study, rowsOf(study), selected, [pipe, { id: '', kind: 'device', drop: '1 bar' }]);
    const done = applyOperations(study, operations);
    if (!done.ok) throw new Error(done.reason);
    return [done.study.lines[0]!.elements.map((e) => e.id), last];
  };
  test.each([
    ['P-1', ['L-1', 'P-1', 'L-3', 'D-1', 'L-2']],
    ['V-1', ['L-3', 'D-1', 'L-1', 'P-1', 'L-2']],
    ['V-2', ['L-1', 'P-1', 'L-2', 'L-3', 'D-1']],
    [null, ['L-1', 'P-1', 'L-2', 'L-3', 'D-1']],
  ])('after %s', (selected, ids) => expect(added(firstStudy(), selected)).toEqual([ids, 'D-1']));
});

describe('quick entry', () => {
  const readsAs = (text: string) => {
    const read = understand(text, { pumps: ['hollin'], valves: [] });
    return read && ('problem' in read ? `▲ ${read.problem}` : read.reads);
  };
  test.each([
    // DN150 sch 40: 168.3 − 2·7.11 = 154.1 mm
    ['pipe 120 m DN150 sch 40, 4 elbow-90-long', 'Read as 120 m of 154.1 mm inside, 4 fittings'],
    ['120 m DN150', 'Read as 120 m of 154.1 mm inside, no fittings; schedule 40 assumed for DN150'],
    ['30 m PE 110', 'Read as 30 m of 90.0 mm inside, no fittings; SDR 11 assumed for PE 110'],
    ['30 m bore 80 mm, a check valve', 'Read as 30 m of 80 mm inside, 1 fitting; “check valve” read as check-swing'],
    ['strainer 0.1 bar at 60 m3/h', 'Read as device'],
    ['pump 60 m3/h at 40 m', 'Read as pump; 60 m3/h imposed, 40 m kept as rated head'],
    ['pump holin', '▲ “holin” is not understood. Did you mean “hollin”?'],
    ['120 m DN155 sch 40', '▲ DN155 is not in the pipe tables'],
    ['120 m DN150 sch 41', '▲ DN150 is not available in schedule 41'],
    ['1,200 m DN150', '▲ Ambiguous decimal or thousands separator'],
    ['   ', null],
  ])('%s', (text, expected) => {
    if (expected === null) expect(readsAs(text)).toBeNull();
    else expect(readsAs(text)).toContain(expected);
  });
  test('a new pipe is of steel unless it says otherwise', () => {
    expect(understand('12 m DN50')).toMatchObject({ entry: { material: 'steel' } });
    expect(understand('12 m DN50 concrete')).toMatchObject({ entry: { material: 'concrete' } });
  });
});

describe('pasted rows', () => {
  test('columns of kind, name, entry and outlet; a heading is passed over; each row has its own reading', () => {
    const rows = readPasted(
      'kind\tname\tentry\toutlet\npipe\tFeed\t12 m DN100 sch 40\t3.5\ngizmo\tx\ty\nPump\tMain\tflow 20 m3/h\t\n',
    );
    expect(rows).toHaveLength(3);
    expect(rows[0]!.reading).toMatchObject({ entry: { kind: 'pipe', name: 'Feed', outletElevation: '3.5 m' } });
    expect(rows[1]!.reading).toMatchObject({ problem: expect.stringContaining('Unknown element') });
    expect(rows[2]!.reading).toMatchObject({ entry: { kind: 'pump', name: 'Main', mode: 'flow' } });
  });
  test('one cell a row in the manner of the quick entry, quoted where it holds a tab', () => {
    expect(readPasted('12 m DN100 sch 40\n"pipe 3 m\tDN80 sch 40"')).toMatchObject([
      { reading: { entry: { length: '12 m' } } },
      { reading: { entry: { size: 'DN80' } } },
    ]);
  });
  test('an outlet that is no elevation, or may be two, is said', () => {
    expect(readPasted('pipe\tx\t12 m DN100\t3 bar')[0]!.reading).toMatchObject({
      problem: expect.stringContaining('Outlet elevation'),
    });
    expect(readPasted('pipe\tx\t12 m DN100\t1,200 m')[0]!.reading).toMatchObject({
      problem: expect.stringContaining('Ambiguous'),
    });
  });
});

test('rows in flow order, points once, losses of what takes head', () => {
  expect(rowsOf(firstStudy()).map((r) => r.id)).toEqual(['V-1', 'L-1', 'P-1', 'L-2', 'V-2']);
  const common = { flow: 0, inletPressure: null, outletPressure: null };
  expect(lossOf({ kind: 'loss', ...common, headLoss: 3, drop: null })).toBe(3);
  expect(lossOf(undefined)).toBeNull();
});
