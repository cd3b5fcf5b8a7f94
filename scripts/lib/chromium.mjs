// How Debian's Chromium is started for tests and pictures. Without the interface of a browser around the page it works a quarter less.
import { existsSync, readFileSync } from 'node:fs';

const HEADLESS = '/usr/bin/chromium-headless-shell';
const given = JSON.parse(readFileSync(new URL('chromium.json', import.meta.url), 'utf8'));

export const launchOptions = existsSync(HEADLESS) ? { ...given, executablePath: HEADLESS } : given;
