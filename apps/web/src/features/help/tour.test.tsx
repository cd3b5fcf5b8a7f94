import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, useLocation } from 'react-router';
import { api } from '../../api/client.js';
import { beginNews, NEWEST, sawNews } from '../../state/news.js';
import { rememberStudy } from '../../state/lastStudy.js';
import { useTour } from '../../state/tour.js';
import { begin, type BeginningEntries } from '../../worker/begin.js';
import { Examples } from './Examples.js';
import { News } from './News.js';
import { STOPS } from './stops.js';
import { Tour, TourOffer } from './Tour.js';

jest.mock('../../worker/preview.js', () => ({ begunOf: (form: BeginningEntries) => Promise.resolve(begin(form)) }));

let at = '';
const Where = (): null => {
  at = useLocation().pathname;
  return null;
};
const inRouter = (what: React.ReactNode): void =>
  void render(
    <MemoryRouter>
      {what}
      <Where />
    </MemoryRouter>,
  );

afterEach(() => {
  cleanup();
  localStorage.clear();
  act(() => useTour.setState({ at: null, isOffered: false }));
  jest.restoreAllMocks();
});

test('the tour goes by seven stops, each in its view, ends where one likes, and is offered but once', async () => {
  inRouter(
    <>
      <TourOffer />
      <Tour base="/studies/s" />
    </>,
  );
  expect(screen.queryByText(/tour of seven stops/)).toBeNull();
  act(() => useTour.getState().offer());
  await userEvent.click(screen.getByRole('button', { name: 'Take the tour' }));
  const views: string[] = [];
  for (const stop of STOPS) {
    await waitFor(() => expect(screen.getByRole('heading', { name: stop.title })).toBe(document.activeElement));
    views.push(at);
    await userEvent.click(screen.getByRole('button', { name: stop === STOPS.at(-1) ? 'Done' : 'Next' }));
  }
  expect(views).toEqual(['system', 'system', 'system', 'curves', 'pumps', 'margins', 'report'].map((v) => `/studies/s/${v}`));
  expect(screen.queryByRole('dialog')).toBeNull();
  act(() => useTour.getState().offer());
  expect(screen.queryByText(/tour of seven stops/)).toBeNull();
  act(() => useTour.getState().go(2));
  await userEvent.keyboard('{Escape}');
  expect(screen.queryByRole('dialog')).toBeNull();
});

test('what is new is told once, and not to somebody who comes for the first time', async () => {
  beginNews();
  inRouter(<News />);
  expect(screen.queryByRole('region', { name: 'What is new' })).toBeNull();
  cleanup();
  localStorage.clear();
  rememberStudy('s');
  beginNews();
  inRouter(<News />);
  await userEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(screen.queryByRole('region', { name: 'What is new' })).toBeNull();
  sawNews('2026-11-01');
  cleanup();
  inRouter(<News />);
  expect(screen.getByRole('region', { name: 'What is new' })).toBeTruthy();
  expect(NEWEST > '2026-11-01').toBe(true);
});

test('an example is a whole study of a service, created and opened', async () => {
  const made = jest.spyOn(api, 'createFrom').mockResolvedValue({ id: 'x' } as never);
  const opened = jest.fn();
  inRouter(<Examples units="us" onOpened={opened} />);
  await userEvent.click(screen.getByRole('button', { name: 'Boiler feed' }));
  await waitFor(() => expect(at).toBe('/studies/x/system'));
  const [study] = made.mock.calls[0]!;
  expect([study.title, study.units, study.scenarios.length > 2, opened.mock.calls.length]).toEqual([
    'Example: Boiler feed',
    'us',
    true,
    1,
  ]);
});
