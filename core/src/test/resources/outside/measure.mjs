// Measures glTF, FBX, COLLADA, 3MF, OBJ, STL, PLY and 3DS files with three.js, which is an independent reader: triangles and the box around the vertices as posed.
// Arguments: the folder of node_modules, then files; one behind "first:" is posed where its first animation begins. Prints a line of JSON for each.
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';

const [modules, ...files] = process.argv.slice(2);
const THREE = await import(pathToFileURL(join(modules, 'three/build/three.module.js')));
globalThis.self = globalThis;
globalThis.ProgressEvent = class { constructor(type, about) { Object.assign(this, { type }, about); } };
// loaders look for a page to draw pictures on, and only for that
globalThis.window = globalThis;
globalThis.document = { createElementNS: () => ({ addEventListener() {}, removeEventListener() {}, style: {} }) };
const { FBXLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/FBXLoader.js')));
// what the loaders remark is not asked for
const print = console.log;
console.log = console.warn = console.error = () => {};
const { DOMParser } = await import(pathToFileURL(join(modules, 'linkedom/esm/index.js')));
globalThis.DOMParser = DOMParser;
const { ColladaLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/ColladaLoader.js')));
const { ThreeMFLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/3MFLoader.js')));
const { OBJLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/OBJLoader.js')));
const { STLLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/STLLoader.js')));
const { PLYLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/PLYLoader.js')));
const { TDSLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/TDSLoader.js')));
const { GLTFLoader } = await import(pathToFileURL(join(modules, 'three/examples/jsm/loaders/GLTFLoader.js')));

/** How many materials in use have a picture for their colour, when it is known by other means than the loaded scene. */
let mapped = null;

/** The document with its buffers as data URIs, and without the pictures, which there is nothing here to draw with. */
function embedded(file) {
  const bytes = readFileSync(file);
  let json;
  let binary = null;
  if (bytes.length > 12 && bytes.readUInt32LE(0) === 0x46546c67) {
    let at = 12;
    while (at + 8 <= bytes.length) {
      const length = bytes.readUInt32LE(at);
      const type = bytes.readUInt32LE(at + 4);
      const chunk = bytes.subarray(at + 8, at + 8 + length);
      if (type === 0x4e4f534a) json = JSON.parse(chunk.toString('utf8'));
      else if (type === 0x004e4942) binary = chunk;
      at += 8 + length;
    }
  } else {
    json = JSON.parse(bytes.toString('utf8'));
  }
  for (const buffer of json.buffers ?? []) {
    let data = binary;
    if (buffer.uri && !buffer.uri.startsWith('data:')) data = readFileSync(join(dirname(file), decodeURIComponent(buffer.uri)));
    if (!buffer.uri || !buffer.uri.startsWith('data:')) {
      buffer.uri = 'data:application/octet-stream;base64,' + data.toString('base64');
    }
  }
  const used = (json.meshes ?? []).flatMap(m => m.primitives.map(p => p.material)).filter(m => m !== undefined);
  const picture = m => m?.pbrMetallicRoughness?.baseColorTexture
    ?? m?.extensions?.KHR_materials_pbrSpecularGlossiness?.diffuseTexture;
  mapped = new Set(used.filter(m => picture(json.materials?.[m]))).size;
  delete json.images;
  delete json.textures;
  delete json.materials;
  delete json.extensionsRequired;
  for (const mesh of json.meshes ?? []) for (const p of mesh.primitives) delete p.material;
  return JSON.stringify(json);
}

function fbx(file) {
  const bytes = readFileSync(file);
  return new FBXLoader().parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength), '');
}

function arrayBuffer(file) {
  const bytes = readFileSync(file);
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
}

function text(file) {
  const bytes = readFileSync(file);
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  return bytes.toString('utf8');
}

/** A geometry of triangles, or of points when it has no faces. */
function one(geometry, faces) {
  const scene = new THREE.Group();
  scene.add(faces ? new THREE.Mesh(geometry) : new THREE.Points(geometry));
  return scene;
}

async function load(file) {
  switch (file.toLowerCase().split('.').pop()) {
    case 'fbx': return fbx(file);
    case 'dae': return new ColladaLoader().parse(text(file), '').scene;
    case '3mf': return new ThreeMFLoader().parse(arrayBuffer(file));
    case 'obj': return new OBJLoader().parse(text(file));
    case 'stl': return one(new STLLoader().parse(arrayBuffer(file)), true);
    case 'ply': {
      const geometry = new PLYLoader().parse(arrayBuffer(file));
      return one(geometry, geometry.index !== null);
    }
    case '3ds': return new TDSLoader().parse(arrayBuffer(file), '');
    default: {
      const gltf = await new GLTFLoader().parseAsync(embedded(file), '');
      gltf.scene.animations = gltf.animations;
      return gltf.scene;
    }
  }
}

function begin(scene) {
  const mixer = new THREE.AnimationMixer(scene);
  mixer.clipAction(scene.animations[0]).play();
  mixer.setTime(0);
  return scene;
}

/** Metres in one of the scene's lengths: FBX tells it beside the scene, COLLADA is scaled, glTF is in metres; null where nothing says. */
function metres(scene, ending) {
  if (ending === 'fbx') return (scene.userData.unitScaleFactor ?? 1) / 100;
  return ['gltf', 'glb', 'dae'].includes(ending) ? 1 : null;
}

function maps(scene, ending) {
  if (mapped !== null) return mapped;
  if (!['fbx', 'dae'].includes(ending)) return null;
  const found = new Set();
  scene.traverse(o => {
    for (const m of o.isMesh ? [o.material].flat() : []) if (m?.map) found.add(m.uuid);
  });
  return found.size;
}

function measure(scene, ending) {
  scene.updateMatrixWorld(true);
  const box = new THREE.Box3();
  let triangles = 0;
  const v = new THREE.Vector3();
  const placing = new THREE.Matrix4();
  scene.traverse(o => {
    if (!o.isMesh) return;
    if (o.skeleton) o.skeleton.update();
    const position = o.geometry.getAttribute('position');
    const index = o.geometry.index;
    const corners = Math.floor((index ? index.count : position.count) / 3);
    const copies = o.isInstancedMesh ? o.count : 1;
    triangles += corners * copies;
    for (let c = 0; c < copies; c++) {
      if (o.isInstancedMesh) o.getMatrixAt(c, placing);
      for (let i = 0; i < position.count; i++) {
        o.getVertexPosition(i, v);
        if (o.isInstancedMesh) v.applyMatrix4(placing);
        box.expandByPoint(v.applyMatrix4(o.matrixWorld));
      }
    }
  });
  const about = { metres: metres(scene, ending), maps: maps(scene, ending) };
  return { triangles, min: box.min.toArray(), max: box.max.toArray(), ...about };
}

for (const file of files) {
  mapped = null;
  try {
    const first = file.startsWith('first:');
    const scene = await load(first ? file.slice(6) : file);
    const ending = file.toLowerCase().split('.').pop();
    print(JSON.stringify({ file, ...measure(first ? begin(scene) : scene, ending) }));
  } catch (e) {
    print(JSON.stringify({ file, failure: String(e).split('\n')[0] }));
  }
}
