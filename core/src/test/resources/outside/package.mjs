// Writes a USDZ package with three.js, which is an independent writer, and prints what is in it as a line of JSON.
// Arguments: the folder of node_modules, then the file to write.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

const [modules, file] = process.argv.slice(2);
const THREE = await import(pathToFileURL(join(modules, 'three/build/three.module.js')));
const { USDZExporter } = await import(pathToFileURL(join(modules, 'three/examples/jsm/exporters/USDZExporter.js')));

const scene = new THREE.Scene();
const brass = new THREE.MeshPhysicalMaterial({ color: 0xb08d3c, metalness: 1, roughness: 0.25, clearcoat: 0.5, clearcoatRoughness: 0.1, ior: 1.6, name: 'brass' });
const glow = new THREE.MeshStandardMaterial({ color: 0x224466, emissive: 0xff8800, transparent: true, opacity: 0.4 });
const group = new THREE.Group();
group.position.set(1, 2, 3);
group.rotation.set(0.3, -0.7, 1.1);
group.scale.set(2, 0.5, 1.5);
scene.add(group);
for (const [geometry, material, at] of [
  [new THREE.TorusKnotGeometry(1, 0.3, 64, 12), brass, [0, 0, 0]],
  [new THREE.SphereGeometry(0.5, 20, 10).toNonIndexed(), glow, [2, -1, 0]],
  [new THREE.CapsuleGeometry(0.2, 1, 6, 9), brass, [0, 3, -2]],
]) {
  const mesh = new THREE.Mesh(geometry, material);
  mesh.position.set(...at);
  mesh.rotation.set(at[0], 0.4, at[2]);
  group.add(mesh);
}
scene.updateMatrixWorld(true);
const box = new THREE.Box3();
let triangles = 0;
scene.traverse((o) => {
  if (!o.isMesh) return;
  triangles += (o.geometry.index ? o.geometry.index.count : o.geometry.attributes.position.count) / 3;
  box.expandByObject(o, true);
});
writeFileSync(file, await new USDZExporter().parseAsync(scene));
console.log(JSON.stringify({
  triangles,
  min: box.min.toArray(),
  max: box.max.toArray(),
  brass: brass.color.toArray(),
  glow: glow.emissive.toArray(),
}));
