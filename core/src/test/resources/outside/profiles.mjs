// Writes pictures of random sRGB colours, stored in the numbers of Display P3, and prints them as they are read back, in sRGB.
import path from 'node:path';
import { pathToFileURL } from 'node:url';

const [modules, folder, seed] = process.argv.slice(2);
const { default: sharp } = await import(pathToFileURL(path.join(modules, 'sharp/lib/index.js')));
const width = 24;
const height = 16;
const colours = Buffer.alloc(width * height * 3);
let state = Number(seed);
for (let i = 0; i < colours.length; i++) {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  colours[i] = state >>> 24;
}
const picture = () => sharp(colours, { raw: { width, height, channels: 3 } }).withIccProfile('p3');
const at = (name) => path.join(folder, name);
await picture().png().toFile(at('p3.png'));
await picture().toColourspace('rgb16').png().toFile(at('p3_16.png'));
await picture().jpeg({ quality: 100, chromaSubsampling: '4:4:4' }).toFile(at('p3.jpg'));
await picture().tiff({ compression: 'none' }).toFile(at('p3.tif'));
await picture().webp({ lossless: true }).toFile(at('p3.webp'));
await sharp(colours, { raw: { width, height, channels: 3 } }).withIccProfile('srgb').png().toFile(at('srgb.png'));
const seen = {};
// sixteen bits lose nothing of what was put in
seen['p3_16.png'] = [...colours];
for (const name of ['p3.png', 'p3.jpg', 'p3.tif', 'p3.webp']) {
  seen[name] = [...(await sharp(at(name)).toColourspace('srgb').raw().toBuffer())];
}
console.log(JSON.stringify(seen));
