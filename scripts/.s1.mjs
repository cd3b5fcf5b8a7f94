import {open,id,close,list} from './.shot.mjs';
console.log(list.map(s=>s.title));
const p=await open(`/studies/${id('Reinjection transfer')}/system`);
await p.locator('[data-row="P-410"] [data-cell=entry]').click(); await p.waitForTimeout(600);
await p.screenshot({path:'/tmp/a1.png'});
await close();
