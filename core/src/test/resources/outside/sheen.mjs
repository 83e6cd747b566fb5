// Prints how much of the light white fibres throw back, by the shader functions of the glTF sample viewer (npm @khronosgroup/gltf-viewer).
// Arguments: the folder of node_modules, then pairs of a cosine and a roughness.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const [modules, ...numbers] = process.argv.slice(2);
const text = readFileSync(join(modules, '@khronosgroup/gltf-viewer/dist/gltf-viewer.module.js'), 'utf8');
const names = ['lambdaSheenNumericHelper', 'lambdaSheen', 'D_Charlie'];

/** A shader function's text as one of JavaScript. */
function translated(name) {
  const start = text.indexOf(`float ${name}(`);
  let depth = 0;
  let end = text.indexOf('{', start);
  do {
    depth += text[end] === '{' ? 1 : text[end] === '}' ? -1 : 0;
    end++;
  } while (depth > 0);
  const [head, ...body] = text.slice(start, end).split('{');
  return head.replaceAll('float ', '').replace(name, `function ${name}`) + '{' + body.join('{').replace(/float (\w+)=/g, 'let $1=');
}

const prelude = 'const {exp,pow,abs,max,min}=Math;const M_PI=Math.PI;const mix=(a,b,t)=>a*(1-t)+b*t;';
const { lambdaSheen, D_Charlie } = new Function(prelude + names.map(translated).join('') + 'return {lambdaSheen,D_Charlie};')();

function albedo(mu, roughness) {
  const n = 400;
  const alpha = roughness * roughness;
  const sin = Math.sqrt(1 - mu * mu);
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const u = (i + 0.5) / n;
    const lz = u * u;
    for (let k = 0; k < n; k++) {
      const phi = ((k + 0.5) / n) * Math.PI;
      const across = Math.sqrt(1 - lz * lz);
      const h = [sin + across * Math.cos(phi), across * Math.sin(phi), mu + lz];
      const hz = h[2] / Math.hypot(...h);
      sum += (D_Charlie(roughness, hz) / ((1 + lambdaSheen(mu, alpha) + lambdaSheen(lz, alpha)) * 4 * mu * lz)) * lz * 2 * u;
    }
  }
  return (sum * 2 * Math.PI) / (n * n);
}

const out = [];
for (let i = 0; i + 1 < numbers.length; i += 2) out.push(albedo(Number(numbers[i]), Number(numbers[i + 1])));
console.log(JSON.stringify(out));
