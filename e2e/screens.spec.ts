import type { Page } from '@playwright/test';
import { barriers, demoCopy, expect, test } from './fixtures.js';

/* Every view on every screen: nothing is out of reach, nothing too small to hit, the page never scrolls sideways. */

const VIEWS = ['', 'new', 'catalogues', 'system', 'scenarios', 'curves', 'pumps', 'valves', 'suction', 'margins', 'report', 'compare']; // prettier-ignore
const AWAY: ReadonlySet<string> = new Set(['', 'new', 'catalogues']);

interface Seen {
  /** px that the page is wider than the screen */
  wide: number;
  count: number;
  /** that are under something else wherever they are scrolled to */
  covered: string[];
  small: string[];
  /** texts that their box cuts from below */
  cut: string[];
}

/** Looks at every control of a page, scrolled to. WCAG 2.5.8: 24 px, or so far from any other that a circle of 24 px around it meets none. */
const look = (page: Page, least: number): Promise<Seen> =>
  page.evaluate((px) => {
    const seen: Seen = { wide: document.documentElement.scrollWidth - window.innerWidth, count: 0, covered: [], small: [], cut: [] }; // prettier-ignore
    const controls = [...document.querySelectorAll<HTMLElement>('button,a[href],input,select,textarea,[role=radio],[role=combobox],[role=tab]')]; // prettier-ignore
    const open = controls.filter((e) => {
      const style = getComputedStyle(e);
      const box = e.getBoundingClientRect();
      const isGone = style.visibility === 'hidden' || style.display === 'none' || (box.width === 0 && box.height === 0);
      return !isGone && !(e as HTMLButtonElement).disabled && !e.closest('[inert],[aria-hidden=true]') && (e as HTMLInputElement).type !== 'file' && !e.matches('[href="#view"]'); // prettier-ignore
    });
    const boxOf = (e: HTMLElement): DOMRect => (e.closest('label') ?? e).getBoundingClientRect();
    for (const e of open) {
      e.scrollIntoView({ block: 'center', inline: 'center' });
      seen.count++;
      const name = (e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 40);
      const box = e.getBoundingClientRect();
      const x = Math.min(Math.max(box.left + box.width / 2, 0), window.innerWidth - 1);
      const at = document.elementFromPoint(x, box.top + box.height / 2);
      if (!at || !(e.contains(at) || at.contains(e) || e.closest('label')?.contains(at))) seen.covered.push(name);
      const whole = boxOf(e);
      if (whole.width >= px - 0.5 && whole.height >= px - 0.5) continue;
      // a link in a text is as high as its line
      if (e.matches('a') && px === 24) continue;
      const [cx, cy] = [whole.left + whole.width / 2, whole.top + whole.height / 2];
      const near = open.filter((o) => {
        if (o === e || o.contains(e) || e.contains(o) || o.closest('label') === e.closest('label') && e.closest('label') !== null) return false; // prettier-ignore
        const b = boxOf(o);
        return Math.hypot(Math.max(b.left - cx, 0, cx - b.right), Math.max(b.top - cy, 0, cy - b.bottom)) < 12;
      });
      if (near.length > 0 || px > 24) seen.small.push(`${name} ${Math.round(whole.width)}×${Math.round(whole.height)}`);
    }
    for (const e of document.querySelectorAll<HTMLElement>('button,h1,h2,th,td,label,p')) {
      const { overflowY, webkitLineClamp, textOverflow } = getComputedStyle(e);
      const isMeant = webkitLineClamp !== 'none' || textOverflow === 'ellipsis' || e.closest('.sr-only-text');
      if (overflowY === 'hidden' && !isMeant && e.scrollHeight - e.clientHeight > 4)
        seen.cut.push((e.textContent ?? '').slice(0, 40));
    }
    return seen;
  }, least);

async function open(page: Page, view: string, study: string): Promise<void> {
  await page.goto(AWAY.has(view) ? `/${view}` : `/studies/${study}/${view}`);
  await expect(page.locator('main').first()).toBeVisible();
  // what comes after the first drawing: lists, charts, what was ranked
  await expect(page.locator('main button, main a').first()).toBeVisible();
  // a ranking that is still going on can be stopped, and its button goes with it
  await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0, { timeout: 60_000 });
}

/** 200 % zoom of the usual, a telephone, and what hangs on the wall */
const SCREENS = [[1280, 800], [640, 400], [320, 640], [1920, 1080], [2560, 1440]] as const; // prettier-ignore

for (const [part, views] of [
  ['before', VIEWS.slice(0, 6)],
  ['behind', VIEWS.slice(6)],
] as const)
  // prettier-ignore
  test(`all is reachable on every screen, ${part}`, async ({ page }) => {
    test.slow();
    const { id } = await demoCopy(page);
    for (const view of views) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await open(page, view, id);
      for (const [width, height] of SCREENS) {
        await page.setViewportSize({ width, height });
        // charts are drawn anew, lists come: it is looked at until it rests
        await expect(async () => {
          const { count, ...wrong } = await look(page, 24);
          expect([view, width, count > 5]).toEqual([view, width, true]);
          expect({ view, width, ...wrong, wide: Math.max(0, wrong.wide) }).toEqual({ view, width, wide: 0, covered: [], small: [], cut: [] }); // prettier-ignore
        }).toPass({ timeout: 30_000 });
      }
    }
  });

test.describe('on a tablet', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });
  test('controls have 44 px under a finger, and all is reachable', async ({ page }) => {
    test.slow();
    const { id } = await demoCopy(page);
    for (const view of VIEWS) {
      await open(page, view, id);
      await expect(async () => {
        const { covered, wide, cut, small } = await look(page, 44);
        expect({ view, covered, wide: Math.max(0, wide), cut }).toEqual({ view, covered: [], wide: 0, cut: [] });
        // marks in rows of a table: as high as they can be without a row for each
        expect([view, small.filter((s) => !IN_ROWS.test(s))]).toEqual([view, []]);
      }).toPass({ timeout: 30_000 });
    }
  });
});
/** boxes and marks that stand in rows and cells, and links in a text */
const IN_ROWS =
  /^(?:Select |\d+ m³\/h at|rpm |η % |Data |Winter|Summer|Cold|One filter|Two pumps|judged of|Sweep|Flow through|Limit only|Without|\d+ pumps|changed in|P-|TL-|GL-|[A-Z]-?\d)/;

test('axe finds nothing at 200 % zoom', async ({ page }) => {
  test.slow();
  await page.setViewportSize({ width: 640, height: 400 });
  const { id } = await demoCopy(page);
  for (const view of ['', 'new', 'system', 'scenarios', 'curves', 'margins']) {
    await open(page, view, id);
    expect([view, await barriers(page, ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])]).toEqual([view, []]);
  }
});
