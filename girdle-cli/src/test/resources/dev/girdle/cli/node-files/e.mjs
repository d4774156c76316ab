import c, {two} from './c.js'; import fs, {readFileSync} from 'node:fs'; import data from './data/sub/b.json' with {type:'json'};
import {createRequire} from 'node:module';
export const txt = readFileSync(new URL('./data/a.txt', import.meta.url), 'utf8');
export const meta = import.meta.url; export {two};
if (typeof await import('./d.mjs').then(m=>m.x) !== 'number') throw new Error('d');
if (c.two !== 2) throw new Error('c');
if (data.n !== 7) throw new Error();
const u = import.meta.resolve('./d.mjs'); if (!u.endsWith('/app/d.mjs')) throw new Error(u);
export default createRequire(import.meta.url)('./data/sub/b.json').n;
