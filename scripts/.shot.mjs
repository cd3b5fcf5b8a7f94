import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';
const browser = await chromium.launch(JSON.parse(readFileSync('/work/main/scripts/lib/chromium.json','utf8')));
const address='http://127.0.0.1:4310';
const list = await (await fetch(`${address}/api/studies`)).json();
export const id = (t) => list.find((s)=>s.title===t).id;
export async function open(path, size={width:1280,height:800}){ const c=await browser.newContext({viewport:size}); const p=await c.newPage(); p.on('pageerror',e=>console.log('PAGEERROR',e.message)); p.on('console',m=>m.type()==='error'&&console.log('CONSOLE',m.text().slice(0,300))); await p.goto(address+path); await p.waitForTimeout(1800); return p; }
export const close=()=>browser.close();
export { list };
