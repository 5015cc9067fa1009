// Prints a few thousand random colours with what culori (npm, MIT) makes of them, one JSON array a line.
import { createRequire } from 'node:module';

const require = createRequire(`${process.argv[2]}/package.json`);
const { converter, differenceCiede2000 } = require('culori');
const toXyz = converter('xyz65');
const toLab = converter('lab65');
const difference = differenceCiede2000();

// A small generator with a seed, so that every run checks the same colours.
let state = 20260912;
const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
let before;
for (let i = 0; i < 4000; i++) {
  const colour = { mode: 'rgb', r: random(), g: random(), b: random() };
  const xyz = toXyz(colour);
  const lab = toLab(colour);
  const row = [colour.r, colour.g, colour.b, xyz.x, xyz.y, xyz.z, lab.l, lab.a, lab.b];
  // Its difference takes any colour through D65 Lab of its own; given Lab values are taken as they are.
  row.push(before ? difference(before, lab) : 0);
  console.log(JSON.stringify(row));
  before = lab;
}
