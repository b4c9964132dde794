// Fails when what a first visit fetches before anything is drawn grows beyond its budget.
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

/** Bytes after gzip of the page, its scripts and its styles; rooms, charts, grid and calendar come later. */
const BUDGET = 190 * 1024;
const FOLDER = new URL('../target/classes/static/', import.meta.url);

const page = readFileSync(new URL('index.html', FOLDER), 'utf8');
const files = [
  'index.html',
  ...[...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map((found) => found[1]),
];
const sizes = files.map((file) => ({ file, bytes: gzipSync(readFileSync(new URL(file, FOLDER))).length }));
const all = sizes.reduce((sum, { bytes }) => sum + bytes, 0);
console.log(`A first visit fetches ${(all / 1024).toFixed(1)} kB of at most ${BUDGET / 1024} kB.`);
if (files.length < 3 || all > BUDGET) {
  for (const { file, bytes } of sizes.sort((a, b) => b.bytes - a.bytes)) console.log(`${bytes} ${file}`);
  process.exit(1);
}
