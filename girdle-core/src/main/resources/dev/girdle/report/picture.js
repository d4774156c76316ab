// The data of the page, and what follows from it.
const picture = JSON.parse(byId('data').textContent);
const parts = picture.parts;
const piece = picture.pieces;
const link = picture.links;
const pieceCount = piece.part.length;
const NEEDED = 0, ALONG = 1, QUIET = 2, LEFT = 3;
const FATES = ['needed', 'along', 'quiet', 'left'];

const piecesOf = parts.map(() => []);
for (let i = 0; i < pieceCount; i++) piecesOf[piece.part[i]].push(i);

function nameOf(i) {
  const name = piece.name[i];
  if (name === 0) return piece.path[i];
  return name === 1 ? piece.path[i].replace(/\.[^.]*$/, '').replaceAll('/', '.') : name;
}
const isIn = i => piece.fate[i] !== LEFT;
const shortName = i => piece.name[i] === 0 ? fileOf(piece.path[i]) : shortOf(nameOf(i));

const weight = parts.map((part, p) => {
  const w = { in: 0, left: 0, quiet: 0, pieces: 0, reached: 0 };
  for (const i of piecesOf[p]) {
    if (isIn(i)) { w.in += piece.bytes[i]; w.pieces++; } else w.left += piece.bytes[i];
    if (piece.fate[i] === QUIET) w.quiet += piece.bytes[i];
    if (piece.link[i] >= 0) w.reached++;
  }
  return w;
});
const supplied = parts.map((_, p) => p).filter(p => parts[p].supplied);
const total = { in: sum(supplied.map(p => weight[p].in)), left: sum(supplied.map(p => weight[p].left)),
  quiet: sum(supplied.map(p => weight[p].quiet)) };

/** The links that lead to one, from the plan on. */
function chainTo(number) {
  const chain = [], seen = new Set();
  for (let k = number; k >= 0 && !seen.has(k); k = link.before[k]) { seen.add(k); chain.unshift(k); }
  return chain;
}
function place(k) {
  if (link.from[k] < 0) return link.how[k] === picture.evidence ? 'a rehearsal' : 'the plan';
  const member = picture.texts[link.member[k]];
  return nameOf(link.from[k]) + (member ? '.' + member : '') + (link.line[k] > 0 ? ', line ' + link.line[k] : '');
}
const comma = k => link.line[k] > 0 && link.from[k] >= 0 ? ', ' : ' ';
const sentence = k => place(k) + comma(k) + picture.hows[link.how[k]] + ' ' + picture.texts[link.name[k]];

/** Everything that a piece asks for: the other direction of the askers, made when first wanted. */
let wants = null;
function asksFor(i) {
  if (!wants) {
    wants = new Map();
    for (let t = 0; t < pieceCount; t++) {
      const by = piece.askers[t];
      for (let a = 0; a < by.length; a += 2) {
        if (!wants.has(by[a])) wants.set(by[a], []);
        wants.get(by[a]).push([t, by[a + 1]]);
      }
    }
  }
  return wants.get(i) || [];
}
function askersOf(i) {
  const by = piece.askers[i], all = [];
  for (let a = 0; a < by.length; a += 2) all.push([by[a], by[a + 1]]);
  return all;
}

/** How many pieces of one part ask for pieces of another: arrows[from] is a map of the others. */
const arrows = parts.map(() => new Map());
for (let t = 0; t < pieceCount; t++) {
  const by = piece.askers[t], to = piece.part[t];
  for (let a = 0; a < by.length; a += 2) {
    const from = piece.part[by[a]];
    if (from !== to) arrows[from].set(to, (arrows[from].get(to) || 0) + 1);
  }
  if (!parts[to].supplied && piece.link[t] >= 0 && link.from[piece.link[t]] >= 0) {
    const from = piece.part[link.from[piece.link[t]]];
    if (from !== to) arrows[from].set(to, (arrows[from].get(to) || 0) + 1);
  }
}
/** The piece through which a part came in, by its reason. */
const firstOf = parts.map((part, p) =>
  piecesOf[p].find(i => piece.link[i] >= 0 && sentence(piece.link[i]) === part.why)
    ?? piecesOf[p].find(i => piece.link[i] >= 0) ?? -1);

/** A thing is named by a letter and a number: p a part, i a piece, g a gap. */
const thing = (kind, id) => kind + id;
function titleOf(key) {
  const id = +key.slice(1);
  return key[0] === 'p' ? parts[id].name : key[0] === 'g' ? picture.gaps[id].name : nameOf(id);
}
function exists(key) {
  const id = +key.slice(1);
  const size = { p: parts.length, i: pieceCount, g: picture.gaps.length }[key[0]] || 0;
  return /^[pig]\d+$/.test(key) && id < size;
}

let lower = null;
function search(text) {
  const wanted = text.trim().toLowerCase();
  if (!wanted) return [];
  if (!lower) {
    lower = [];
    parts.forEach((p, k) => lower.push([p.name.toLowerCase(), thing('p', k), 0]));
    picture.gaps.forEach((g, k) => lower.push([g.name.toLowerCase(), thing('g', k), 1]));
    for (let i = 0; i < pieceCount; i++) lower.push([nameOf(i).toLowerCase(), thing('i', i), 2]);
  }
  const found = [];
  for (const [name, key, kind] of lower) {
    const at = name.lastIndexOf(wanted);
    if (at < 0) continue;
    const end = at + wanted.length === name.length, start = at === 0 || /[./$-]/.test(name[at - 1]);
    found.push([(start ? 0 : 4) + (end ? 0 : 2) + (kind === 2 ? 1 : 0), name.length, key]);
  }
  found.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  return found.map(f => f[2]);
}
