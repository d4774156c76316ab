// The closure as a graph: components in layers from the entry point, or one thing with its neighbours.
let around = null;
const NODE = { width: 178, height: 38, down: 12 };

function layersOf() {
  const layer = parts.map(() => -1);
  let wave = parts.map((_, p) => p).filter(p => piecesOf[p].some(i => piece.link[i] >= 0 && link.before[piece.link[i]] < 0
    && link.from[piece.link[i]] < 0));
  for (let depth = 0; wave.length; depth++) {
    wave.forEach(p => { layer[p] = depth; });
    wave = [...new Set(wave.flatMap(p => [...arrows[p].keys()]))].filter(q => layer[q] < 0 && parts[q].in);
  }
  return layer;
}
const cameThrough = p => {
  const first = firstOf[p];
  return first < 0 || link.from[piece.link[first]] < 0 ? -1 : piece.part[link.from[piece.link[first]]];
};

function box(key, x, y, size, detail, kind) {
  const g = svg('g', { class: 'node ' + kind, tabindex: 0, role: 'button', 'data-key': key,
    'aria-label': titleOf(key) + ', ' + detail, transform: `translate(${x},${y})` },
    svg('title', {}, titleOf(key)),
    svg('rect', { width: size, height: NODE.height, rx: 4 }),
    svg('text', { x: 9, y: 16 }, shortened(key[0] === 'i' ? shortName(+key.slice(1)) : titleOf(key), size - 18, 12)),
    svg('text', { x: 9, y: 31, class: 'dim' }, shortened(detail, size - 18, 11)));
  const pick = () => choose(key);
  g.addEventListener('click', pick);
  g.addEventListener('keydown', e => { if (e.key === 'Enter' || e.key === ' ') { e.preventDefault(); pick(); } });
  return g;
}
function curve(a, b, cls, width) {
  const x1 = a.x + a.w, y1 = a.y + NODE.height / 2, x2 = b.x, y2 = b.y + NODE.height / 2;
  const back = x2 <= x1;
  const bend = back ? 60 : (x2 - x1) / 2;
  const d = back
    ? `M${a.x + a.w / 2} ${a.y}C${a.x + a.w / 2} ${a.y - 26} ${b.x + b.w / 2} ${b.y - 26} ${b.x + b.w / 2} ${b.y}`
    : `M${x1} ${y1}C${x1 + bend} ${y1} ${x2 - bend} ${y2} ${x2} ${y2}`;
  return svg('path', { class: 'edge ' + cls, d, 'stroke-width': width || 1.2 });
}

function drawComponents() {
  const layer = layersOf(), columns = [];
  parts.forEach((_, p) => { if (layer[p] >= 0) (columns[layer[p]] ||= []).push(p); });
  const at = new Map(), room = byId('graph').clientWidth || 1000;
  const gaps = Math.max(1, columns.length - 1);
  const size = Math.max(124, Math.min(NODE.width, (room - 26 - gaps * 32) / columns.length));
  const right = Math.max(32, Math.min(110, (room - 26 - columns.length * size) / gaps));
  let height = 0;
  columns.forEach((column, c) => {
    const middle = p => { const from = cameThrough(p); return at.has(from) ? at.get(from).y : 0; };
    column.sort((a, b) => middle(a) - middle(b) || weight[b].in - weight[a].in);
    column.forEach((p, k) => at.set(p, { x: 12 + c * (size + right), y: 30 + k * (NODE.height + NODE.down), w: size }));
    height = Math.max(height, 40 + column.length * (NODE.height + NODE.down));
  });
  const tallest = height;
  columns.forEach(column => {
    const shift = (tallest - 40 - column.length * (NODE.height + NODE.down)) / 2;
    column.forEach(p => { at.get(p).y += shift; });
  });
  const width = 24 + columns.length * (size + right) - right;
  const drawing = svg('svg', { viewBox: `0 0 ${width} ${height}`, width, height, role: 'group', 'aria-label': 'Components' });
  const faint = svg('g', {}), strong = svg('g', {});
  for (const [p, a] of at) {
    for (const [q, n] of arrows[p]) {
      if (!at.has(q)) continue;
      const first = cameThrough(q) === p;
      const path = curve(a, at.get(q), first ? 'first' : 'also', 1 + Math.min(3, Math.log10(n)));
      path.dataset.from = p; path.dataset.to = q;
      (first ? strong : faint).append(path);
    }
  }
  drawing.append(faint, strong);
  for (const [p, a] of at) {
    drawing.append(box(thing('p', p), a.x, a.y, a.w, parts[p].supplied
      ? bytes(weight[p].in) + ', ' + number(weight[p].reached) + ' reached' : count(piecesOf[p].length, 'module') + ' of the runtime',
    parts[p].supplied ? 'in' : 'runtime'));
  }
  const light = (key, on) => {
    drawing.classList.toggle('lit', on);
    drawing.querySelectorAll('.edge').forEach(e => e.classList.toggle('on', on && (e.dataset.from === key || e.dataset.to === key)));
  };
  drawing.querySelectorAll('.node').forEach(n => {
    const key = n.dataset.key.slice(1);
    for (const event of ['pointerenter', 'focus']) n.addEventListener(event, () => light(key, true));
    for (const event of ['pointerleave', 'blur']) n.addEventListener(event, () => light(key, false));
  });
  byId('graph').replaceChildren(drawing);
  byId('trail').replaceChildren(el('b', {}, 'Components from the entry point on'),
    el('span', { class: 'note' }, ' strong lines: what brought a component in first; choose one, or find anything'));
}

/** What stands left and right of a thing, each with the words that join them. */
function neighboursOf(key) {
  const id = +key.slice(1);
  if (key[0] === 'i') {
    const by = askersOf(id), first = piece.link[id] >= 0 ? link.from[piece.link[id]] : -1;
    by.sort((a, b) => (b[0] === first) - (a[0] === first));
    return [by.map(([i, how]) => [thing('i', i), picture.hows[how], i === first]),
      asksFor(id).map(([i, how]) => [thing('i', i), picture.hows[how], piece.link[i] >= 0 && link.from[piece.link[i]] === id])];
  }
  if (key[0] === 'g') {
    const seen = new Set();
    return [picture.gaps[id].links.filter(k => link.from[k] >= 0 && !seen.has(link.from[k]) && seen.add(link.from[k]))
      .map(k => [thing('i', link.from[k]), picture.hows[link.how[k]], true]), []];
  }
  const by = parts.map((_, q) => [q, arrows[q].get(id) || 0]).filter(row => row[1]).sort((a, b) => b[1] - a[1]);
  return [by.map(([q, n]) => [thing('p', q), n + '×', cameThrough(id) === q]),
    [...arrows[id]].sort((a, b) => b[1] - a[1]).map(([q, n]) => [thing('p', q), n + '×', cameThrough(q) === id])];
}
const detailOf = key => key[0] === 'i' ? parts[piece.part[+key.slice(1)]].name : key[0] === 'g' ? 'missing' : bytes(weight[+key.slice(1)].in);
const kindOf = key => key[0] === 'g' ? 'gap' : key[0] === 'p' ? parts[+key.slice(1)].in ? 'in' : 'left'
  : isIn(+key.slice(1)) ? 'in' : 'left';

function drawAround(key) {
  const [by, asks] = neighboursOf(key), most = 40;
  const rows = Math.max(1, Math.min(most, by.length), Math.min(most, asks.length));
  const width = Math.max(760, byId('graph').clientWidth - 20), size = Math.min(230, (width - 2 * 110 - 24) / 3);
  const height = 56 + rows * (NODE.height + NODE.down);
  const xs = [12, (width - size) / 2, width - size - 12];
  const drawing = svg('svg', { viewBox: `0 0 ${width} ${height}`, width, height, role: 'group', 'aria-label': 'Neighbours' });
  const y = (k, n) => 40 + (Math.min(rows, 12) - Math.min(n, 12)) / 2 * (NODE.height + NODE.down) + k * (NODE.height + NODE.down);
  const centre = { x: xs[1], y: y(0, 1), w: size };
  const heads = [[xs[0], 'asked for by', by.length], [xs[2], 'asks for', asks.length]];
  heads.forEach(([x, text, n]) => drawing.append(svg('text', { class: 'side', x, y: 18 },
    `${text} ${n ? number(n) : 'nothing'}` + (n > most ? `, ${most} shown` : ''))));
  const side = (list, column) => list.slice(0, most).forEach(([k, words, first], row) => {
    const there = { x: xs[column], y: y(row, Math.min(most, list.length)), w: size };
    const [from, to] = column ? [centre, there] : [there, centre];
    drawing.append(curve(from, to, first ? 'first' : 'also', first ? 2 : 1.2));
    const text = { x: column ? there.x - 6 : there.x + size + 6, y: there.y + 15, class: 'word', 'text-anchor': column ? 'end' : 'start' };
    drawing.append(box(k, there.x, there.y, size, detailOf(k), kindOf(k)), svg('text', text, shortened(words, 100, 10.5)));
  });
  side(by, 0);
  side(asks, 2);
  drawing.append(box(key, centre.x, centre.y, size, detailOf(key), kindOf(key) + ' centre'));
  byId('graph').replaceChildren(drawing);
  const chain = key[0] === 'i' && piece.link[+key.slice(1)] >= 0 ? chainTo(piece.link[+key.slice(1)]) : [];
  const steps = chain.map(k => link.from[k]).filter((i, n, all) => i >= 0 && all.indexOf(i) === n && thing('i', i) !== key);
  byId('trail').replaceChildren(el('a', { class: 'thing', href: '#reasons', onclick: e => { e.preventDefault(); navigate('reasons', ''); } }, 'Components'),
    ...steps.flatMap(i => [' › ', pointer(thing('i', i), shortName(i), nameOf(i))]), ' › ', el('b', {}, titleOf(key)));
}

/** Whoever walks by keyboard goes on from the thing in the middle. */
function drawGraph() {
  const walked = byId('graph').contains(document.activeElement);
  const known = picture.subject.isArtifact && !link.from.length ? 'This artifact does not say who asks for what is in it, '
    + 'since an older Girdle made it: draw the report of the application, or of its plan, to see the graph.' : '';
  if (known) byId('graph').replaceChildren(el('p', { class: 'empty' }, known));
  else if (around) drawAround(around);
  else drawComponents();
  if (walked) (byId('graph').querySelector('.centre') || byId('graph').querySelector('.node'))?.focus();
}
