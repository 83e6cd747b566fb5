// Pictures with an artist and a copyright in their Exif tags.
import { createRequire } from 'node:module';
const [modules, folder] = process.argv.slice(2);
const sharp = createRequire(modules + '/x')('sharp');
const tags = { IFD0: { Artist: 'Mira Tollgate', Copyright: 'CC BY-NC 4.0, Harbour Models' } };
for (const ending of ['jpg', 'png', 'webp']) {
  const picture = sharp({ create: { width: 8, height: 8, channels: 3, background: '#a04020' } }).withExif(tags);
  await picture.toFormat(ending).toFile(`${folder}/e.${ending}`);
}
