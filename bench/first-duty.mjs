// node bench/first-duty.mjs: what it takes from New study to a judged duty in three scenarios, and for ten usual tasks: actions (a click, a
// key chord, one filled field; each element of a typed line), and the time of a script. Needs a running application (CEDAR_KNOT_ADDRESS, _KEY).
/* global document */
import { chromium } from 'playwright-core';

const ADDRESS = process.env.CEDAR_KNOT_ADDRESS ?? 'http://127.0.0.1:4310';
const KEY = process.env.CEDAR_KNOT_KEY ?? '';

/** a page that counts what a person does on it */
class Hand {
  actions = 0;
  constructor(page) {
    this.page = page;
  }
  async click(target) {
    this.actions++;
    await this.of(target).click();
  }
  async fill(target, text) {
    this.actions++;
    await this.of(target).fill(text);
  }
  async press(keys) {
    this.actions++;
    await this.page.keyboard.press(keys);
  }
  async type(text) {
    this.actions++;
    await this.page.keyboard.type(text);
  }
  of(target) {
    return typeof target === 'string' ? this.page.locator(target).first() : target;
  }
}

const scenario = (page, letter) => page.getByRole('button', { name: new RegExp(`^Scenario ${letter}`) });
const goTo = (hand, view) => hand.click(hand.page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: view }));
const shown = async (page) => scenario(page, 'A').locator('[data-figure=flow]').waitFor();

/** name, most actions that are wanted, and what is done; each begins in the system view of a study of its own */
const TASKS = [
  [
    'from New study to a judged duty in three scenarios',
    12,
    async (hand) => {
      const { page } = hand;
      await page.goto(`${ADDRESS}/`);
      await hand.click(page.getByRole('button', { name: 'New study' }));
      await hand.click('[data-begin=river-to-plant]');
      for (const [key, text] of [
        ['flow', '300'],
        ['river', '61 / 63 / 65'],
        ['destination', '88 / 91'],
        ['length', '700'],
      ])
        await hand.fill(`[name=begin-${key}]`, text);
      await page.waitForSelector('form[data-solved=true]');
      await page.waitForFunction(() => document.querySelector('[data-begun=design]')?.textContent.includes('300'));
      await hand.click(page.getByRole('button', { name: 'Create study' }));
      await shown(page);
      await scenario(page, 'C').locator('[data-figure=flow]').waitFor();
    },
    'away',
  ],
  [
    'a scenario with two overrides',
    8,
    async (hand) => {
      const { page } = hand;
      await goTo(hand, 'Scenarios');
      await hand.click(page.getByRole('button', { name: 'Add a scenario' }));
      for (const [input, text] of [
        ['CV-1.flow', '70'],
        ['T-2.level', '1.5'],
      ]) {
        await hand.click(page.locator(`[data-input="${input}"] td`).last());
        await hand.type(text);
        await hand.press('Enter');
        await page.locator(`[data-input="${input}"] td`, { hasText: text }).last().waitFor();
      }
    },
  ],
  [
    'an element added with its entries',
    4,
    async (hand) => {
      await hand.click('[data-row=L-2]');
      await hand.press('Control+Enter');
      await hand.type('strainer 0.1 bar at 85 m3/h');
      await hand.press('Enter');
      await hand.page.locator('[data-row]', { hasText: '0.1 bar at 85 m3/h' }).waitFor();
    },
  ],
  [
    'a size changed',
    4,
    async (hand) => {
      await hand.click('[data-row=L-3] [data-cell=entry]');
      await hand.press('F2');
      await hand.of('.sheet-input').fill('150 m DN150 sch 40');
      await hand.press('Enter');
      await hand.page.locator('[data-row=L-3]', { hasText: 'DN150' }).waitFor();
    },
  ],
  [
    'the size of a line chosen from its series',
    3,
    async (hand) => {
      await hand.click('[data-row=L-3]');
      await hand.click(hand.page.getByRole('tab', { name: 'Line sizes' }));
      await hand.page.locator('[data-size]').first().waitFor();
    },
  ],
  [
    'candidates of the pump',
    1,
    async (hand) => {
      await goTo(hand, 'Pumps');
      await hand.page.getByRole('tab', { name: 'Candidates' }).waitFor();
      await hand.page.locator('table tbody tr').first().waitFor();
    },
  ],
  [
    'candidates of the valve',
    1,
    async (hand) => {
      await goTo(hand, 'Valves');
      await hand.page.getByRole('button', { name: 'Use this valve' }).first().waitFor();
    },
  ],
  [
    'the margins that are near or fail',
    2,
    async (hand) => {
      await goTo(hand, 'Margins');
      await hand.page.getByRole('heading', { name: 'Margins' }).waitFor();
    },
  ],
  [
    'a sweep of a level',
    3,
    async (hand) => {
      await goTo(hand, 'Margins');
      await hand.click(hand.page.getByRole('button', { name: /sweep/i }));
      await hand.page.locator('[aria-label*="weep"]').first().waitFor();
    },
  ],
  [
    'what an NPSHA is made of',
    1,
    async (hand) => {
      await goTo(hand, 'Suction');
      await hand.page.getByRole('heading', { name: /NPSHA/ }).first().waitFor();
    },
  ],
  [
    'the report to print',
    1,
    async (hand) => {
      await goTo(hand, 'Report');
      await hand.page.locator('[data-export]').first().waitFor();
    },
  ],
];

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${ADDRESS}/?key=${KEY}`);
let over = 0;
for (const [name, most, work, from] of TASKS) {
  if (from !== 'away') {
    await page.goto(`${ADDRESS}/new`);
    await page.waitForSelector('form[data-solved=true]');
    await page.getByRole('button', { name: 'Create study' }).click();
    await shown(page);
  }
  const hand = new Hand(page);
  const begin = performance.now();
  try {
    await work(hand);
    const seconds = (performance.now() - begin) / 1000;
    if (hand.actions > most) over++;
    console.log(
      `${name.padEnd(52)} ${String(hand.actions).padStart(3)} actions (wanted: at most ${most}), ${seconds.toFixed(2)} s`,
    );
  } catch (error) {
    over++;
    console.log(`${name.padEnd(52)} not done: ${String(error).split('\n')[0]}`);
  }
}
await browser.close();
process.exitCode = over > 0 ? 1 : 0;
