import { act, cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { readChoice, shownUnits, styleOf, useUnits } from '../../state/units.js';
import { StudyUnits } from './StudyUnits.js';
import { ScenariosView } from '../scenarios/ScenariosView.js';
import { UnitsMenu } from './UnitsMenu.js';

afterEach(() => {
  cleanup();
  localStorage.clear();
  act(() => {
    useUnits.getState().choose('study');
    useUnits.getState().chooseNumbers('iso');
    useUnits.getState().choosePressure('absolute');
  });
});

const flow = (): string => document.querySelector('[data-result="Flow"]')!.textContent;
const figure = (text: string): number => Number(/\d+(\.\d+)?/.exec(text.replace(/\s|\u202f/g, '').replace(',', '.'))![0]);

test('a person’s units and numbers are shown at once, and the study is as it was', async () => {
  const opened = await open(pumpedStudy());
  const { store } = opened;
  const before = store.getState().study;
  const user = userEvent.setup();
  show(
    opened,
    <>
      <UnitsMenu />
      <ScenariosView />
    </>,
  );
  expect(flow()).toContain('m³/h');
  await user.click(screen.getByRole('button', { name: 'Units: Metric' }));
  await user.click(screen.getByRole('radio', { name: 'US' }));
  await act(settle);
  expect(flow()).toContain('gpm');
  // 60 m3/h: a US gallon is 3.785411784 L
  expect(figure(flow())).toBe(Math.round(60_000 / 60 / 3.785411784));
  await user.click(screen.getByRole('radio', { name: 'SI' }));
  expect(flow()).toContain('L/s');
  expect(figure(flow())).toBeCloseTo(60 / 3.6, 1);
  // one unit chosen otherwise makes the set one's own
  await user.click(screen.getByRole('combobox', { name: 'Unit: Flow' }));
  await user.click(screen.getByRole('option', { name: 'bbl/d' }));
  expect(screen.getByRole('radio', { name: 'Own' }).getAttribute('aria-checked')).toBe('true');
  expect(flow()).toContain('bbl/d');
  expect(figure(flow())).toBe(Math.round((60 * 24) / 0.158987294928));
  expect(store.getState().study).toBe(before);
  expect(store.getState().past).toHaveLength(0);
  expect(shownUnits(before)).toEqual({ base: 'metric', own: { flow: 'bbl/d' } });
  // kept for the next time
  expect(readChoice(localStorage.getItem('cedar-knot-units'), 'en')).toMatchObject({ set: 'own', own: { flow: 'bbl/d' } });
});

test('numbers with a decimal comma: shown, typed and kept with a point', async () => {
  const opened = await open(pumpedStudy());
  const user = userEvent.setup();
  show(opened, <UnitsMenu />);
  await user.click(screen.getByRole('button', { name: 'Units: Metric' }));
  await user.click(screen.getByRole('combobox', { name: 'Numbers' }));
  await user.click(screen.getByRole('option', { name: '1.234,5' }));
  expect(useUnits.getState().numbers).toBe('de');
});

test('what was kept is read as far as it can be; a language brings its own signs', () => {
  expect(readChoice('us', 'en')).toMatchObject({ set: 'us' });
  expect(readChoice('{"set":"own","base":"us","own":{"flow":"L/s","nonsense":"x","head":7},"pressure":"gauge","numbers":"fr"}', 'en')).toEqual({ set: 'own', base: 'us', own: { flow: 'L/s' }, pressure: 'gauge', numbers: 'fr', tables: 'plain' }); // prettier-ignore
  for (const broken of ['{', '[]', 'null', '{"set":7}']) expect(readChoice(broken, 'de-DE')).toMatchObject({ set: 'study', numbers: 'de' }); // prettier-ignore
  expect(['en-GB', 'en-US', 'de-DE', 'de-CH', 'fr-FR', 'it-IT', 'ja-JP'].map(styleOf)).toEqual(['iso', 'iso', 'de', 'ch', 'fr', 'de', 'iso']); // prettier-ignore
});

test('the report has units of its own, which are a change of the study', async () => {
  const opened = await open(pumpedStudy());
  const { store } = opened;
  const user = userEvent.setup();
  show(opened, <StudyUnits />);
  await user.click(screen.getByRole('button', { name: 'Units by quantity' }));
  await user.click(screen.getByRole('combobox', { name: 'Unit: Flow' }));
  await user.click(screen.getByRole('option', { name: 'bbl/d' }));
  await act(settle);
  expect(store.getState().study.displayUnits).toEqual({ flow: 'bbl/d' });
  act(() => store.getState().undo());
  expect(store.getState().study.displayUnits).toBeUndefined();
});
