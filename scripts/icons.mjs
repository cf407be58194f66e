/** Makes the app's icons from app/icons/mark.svg, in Debian's Chromium: `npm run icons`, after the mark has changed. The pictures are committed. */
import { chromium } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { root } from './project.mjs';

const mark = readFileSync(`${root}/app/icons/mark.svg`, 'utf8');
/** File, size in pixels, and the radius of its corners as a share; a system that cuts a shape of its own wants none. */
const ICONS = [
  ['icons/icon-192.png', 192, 0.2],
  ['icons/icon-512.png', 512, 0.2],
  ['icons/whole-512.png', 512, 0],
  ['icons/touch-180.png', 180, 0],
  ['favicon.ico', 32, 0.2],
];

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox', '--disable-gpu'] });
for (const [file, size, radius] of ICONS) {
  const page = await browser.newPage({ viewport: { width: size, height: size } });
  await page.setContent(
    `<style>body{margin:0}svg{display:block;width:${size}px;height:${size}px;border-radius:${radius * size}px}</style>${mark}`,
  );
  writeFileSync(`${root}/app/public/${file}`, await page.screenshot({ omitBackground: true }));
}
await browser.close();
