import { mkdirSync } from 'node:fs';
import { openBrowser } from './support/browser.js';
import { openServer } from './support/server.js';
import { browserCookieOf } from './support/signIn.js';
const out = '/tmp/w/look'; mkdirSync(out, { recursive: true });
const server = await openServer();
const browser = await openBrowser();
const keys = JSON.stringify(['A20.wheelSpeedFrontLeft','A20.wheelSpeedFrontRight','A20.wheelSpeedRearLeft','A20.wheelSpeedRearRight','A10.engineSpeed','A10.boostPressure','A10.ambientPressure','A10.coolantTemperature','A10.batteryVoltage']);
for (const [name, path, w, h, night] of [['live-desk','/jobs/job-fg-10/live',1280,800,false],['live-tablet','/jobs/job-fg-10/live',820,1180,true],['live-phone','/jobs/job-fg-10/live',390,844,false]] as any) {
  const ctx = await browser.createBrowserContext();
  const page = await ctx.newPage();
  page.on('pageerror', (e) => console.log('error', e)); 
  await page.setViewport({ width: w, height: h, hasTouch: w < 1000 });
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: night ? 'dark' : 'light' }]);
  await ctx.setCookie(await browserCookieOf(server.url, 'tobi'));
  await page.evaluateOnNewDocument(`localStorage.setItem('probe-trail-kept-live-loper-35', ${JSON.stringify(keys)})`);
  await page.goto(server.url + path, { waitUntil: 'domcontentloaded' });
  await new Promise((r) => setTimeout(r, 14000));
  await page.screenshot({ path: `${out}/${name}.png` });
  if (w === 1280) console.log(await page.evaluate(() => document.body.innerText.slice(0, 1500)));
  await ctx.close();
}
await browser.close(); await server.kill(); process.exit(0);
