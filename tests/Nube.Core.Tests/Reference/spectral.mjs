// Prints mixes of random colours as spectral.js (npm, MIT) makes them, one JSON object a line.
import { createRequire } from 'node:module';

const require = createRequire(`${process.argv[2]}/package.json`);
const spectral = require('spectral.js');

// A small generator with a seed, so that every run checks the same colours.
let state = 20260913;
const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
const colour = () => new spectral.Color([random() * 235 + 10, random() * 235 + 10, random() * 235 + 10]);
for (let i = 0; i < 300; i++) {
  const parts = Array.from({ length: 2 + (i % 2) }, () => [colour(), 1 + Math.floor(random() * 4)]);
  const mixed = spectral.mix(...parts);
  console.log(
    JSON.stringify({
      parts: parts.map(([one, parts]) => ({ r: one.R, luminance: one.luminance, parts })),
      mixed: { r: mixed.R, xyz: mixed.XYZ },
    }),
  );
}
