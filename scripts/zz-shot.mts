// usage: shot.mts out.png url [WxH] [lamp] -- script file optional
import { chromium } from '@playwright/test';
const [out, url, size='1280x800', theme='light', script] = process.argv.slice(2);
const [w,h]=size!.split('x').map(Number);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args:['--no-sandbox'] });
const p = await b.newPage({ viewport:{width:w!,height:h!}, colorScheme: theme as 'light'|'dark' });
p.on('pageerror', e=>console.log('ERR', e.message)); p.on('console', m=>m.type()==='error'&&console.log('CON', m.text()));
await p.goto('http://127.0.0.1:4955'+url);
await p.waitForTimeout(5000);
if (script) { const mod = await import(script); await mod.default(p); await p.waitForTimeout(800); }
await p.screenshot({ path: out! });
await b.close();
