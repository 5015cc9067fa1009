// The first page may weigh at most 200 kB of compressed script and style.
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const most = 200_000;
const root = new URL('../.nube/web/', import.meta.url);
const page = readFileSync(new URL('index.html', root), 'utf8');
const files = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map((match) => match[1]);
if (files.length === 0) throw new Error('The built page names no script or style.');
const total = files.reduce((sum, file) => sum + gzipSync(readFileSync(new URL(file, root))).length, 0);
console.log(
  `First page: ${(total / 1000).toFixed(1)} kB of compressed script and style in ${files.length} files.`,
);
process.exit(total <= most ? 0 : 1);
