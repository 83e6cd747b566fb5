// Writes pictures with an XMP packet in the formats a widely used library writes.
import path from 'node:path';
import { readFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';

const [modules, folder, packet] = process.argv.slice(2);
const { default: sharp } = await import(pathToFileURL(path.join(modules, 'sharp/lib/index.js')));
const xmp = readFileSync(packet, 'utf8');
const picture = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#456' } }).withXmp(xmp);
await picture().png().toFile(path.join(folder, 'x.png'));
await picture().jpeg().toFile(path.join(folder, 'x.jpg'));
await picture().tiff().toFile(path.join(folder, 'x.tif'));
await picture().webp().toFile(path.join(folder, 'x.webp'));
