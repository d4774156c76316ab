// The map of sizes: what goes along, and beside it at the same scale what stays behind.
let zoomed = -1;
let boxes = [];
let here = -1;

function grouped(p) {
  const folders = new Map();
  for (const i of piecesOf[p]) {
    if (!piece.bytes[i]) continue;
    const folder = piece.path[i].slice(0, piece.path[i].lastIndexOf('/') + 1);
    if (!folders.has(folder)) folders.set(folder, []);
    folders.get(folder).push(i);
  }
  return folders;
}
const leaves = (list, wanted) => list.filter(i => piece.bytes[i] > 0 && isIn(i) === wanted)
  .map(i => ({ key: thing('i', i), value: piece.bytes[i] }));

function groupsFor(wanted) {
  if (zoomed < 0) {
    return supplied.map(p => ({ key: thing('p', p), name: parts[p].name, children: leaves(piecesOf[p], wanted) }));
  }
  return [...grouped(zoomed)].map(([folder, list]) =>
    ({ key: null, name: folder || '(top)', children: leaves(list, wanted) }));
}
function treeFor(wanted) {
  const root = d3.hierarchy({ key: null, children: groupsFor(wanted).filter(g => g.children.length) }, d => d.children)
    .sum(d => d.value || 0)
    .sort((a, b) => b.value - a.value || (a.data.key < b.data.key ? -1 : 1));
  return root;
}
const HEADING = 17;
const hasHeading = n => n.depth === 1 && n.x1 - n.x0 > 60 && n.y1 - n.y0 > 40;
function layOut(root, x, width, height) {
  d3.treemap().size([width, height]).round(false)
    .paddingTop(n => hasHeading(n) ? HEADING + 1 : n.depth === 1 ? 1 : 0)
    .paddingRight(n => n.depth === 1 ? 1.5 : 0).paddingLeft(n => n.depth === 1 ? 1.5 : 0)
    .paddingBottom(n => n.depth === 1 ? 1.5 : 0)(root);
  root.each(n => { n.x0 += x; n.x1 += x; });
  return root;
}

function drawMap() {
  const host = byId('map');
  const width = document.body.classList.contains('printing') ? 1000 : Math.max(300, host.clientWidth);
  const height = document.body.classList.contains('printing') ? 560 : Math.max(260, host.clientHeight);
  const inside = treeFor(true), left = treeFor(false);
  const both = inside.value > 0 && left.value > 0, gap = both ? 14 : 0, head = 24;
  const share = inside.value + left.value ? inside.value / (inside.value + left.value) : 1;
  const inWidth = (width - gap) * share;
  const drawing = svg('svg', { viewBox: `0 0 ${width} ${height}`, width, height, role: 'application', tabindex: 0,
    'aria-label': 'Map of sizes. Arrows move, Enter looks inside, Escape goes back.', id: 'mapdrawing' });
  boxes = [];
  if (inside.value) drawSide(drawing, layOut(inside, 0, inWidth, height - head), head, 'Goes along', 0, 'start');
  if (left.value) {
    const x = width - (width - gap) * (1 - share);
    layOut(left, both ? x : 0, both ? width - x : width, height - head);
    const narrow = width - x < 190;
    drawSide(drawing, left, head, 'Stays behind', narrow && both ? width : both ? x : 0, narrow && both ? 'end' : 'start');
  }
  if (!boxes.length) drawing.append(svg('text', { x: 8, y: 40, class: 'side' }, 'Nothing here takes any room.'));
  drawing.append(svg('rect', { id: 'here', class: 'here', visibility: 'hidden' }));
  host.replaceChildren(drawing);
  here = -1;
  drawing.addEventListener('pointermove', e => point(e, false));
  drawing.addEventListener('pointerleave', () => { byId('tip').hidden = true; });
  drawing.addEventListener('click', e => point(e, true));
  drawing.addEventListener('dblclick', e => { const b = boxAt(e); if (b && zoomed < 0) zoom(+b.key.slice(1)); });
  drawing.addEventListener('keydown', mapKey);
  crumbs();
}

function drawSide(drawing, root, head, name, x, anchor) {
  root.each(n => { n.y0 += head; n.y1 += head; });
  drawing.append(svg('text', { x, y: 16, class: 'side', 'text-anchor': anchor },
    svg('tspan', { class: 'strong' }, name), ' ' + bytes(root.value)));
  let labels = 0;
  for (const group of root.children || []) {
    const g = svg('g', { class: 'part' });
    g.append(svg('rect', { class: 'frame', x: group.x0, y: group.y0, width: Math.max(0, group.x1 - group.x0 - 1),
      height: Math.max(0, group.y1 - group.y0 - 1) }));
    const paths = FATES.map(() => '');
    const texts = [];
    for (const n of group.children) {
      const w = n.x1 - n.x0, h = n.y1 - n.y0, i = +n.data.key.slice(1);
      paths[piece.fate[i]] += `M${n.x0.toFixed(1)} ${n.y0.toFixed(1)}h${w.toFixed(1)}v${h.toFixed(1)}h${(-w).toFixed(1)}z`;
      if (w > 46 && h > 15 && labels < 500) {
        labels++;
        texts.push(svg('text', { class: 'item ' + FATES[piece.fate[i]], x: n.x0 + 4, y: n.y0 + 12 },
          shortened(shortName(i), w - 7, 10.5)));
      }
    }
    const grain = Math.sqrt((group.x1 - group.x0) * (group.y1 - group.y0) / group.children.length);
    paths.forEach((d, f) => d && g.append(svg('path', { class: 'items ' + FATES[f], d, 'stroke-width': Math.min(.7, grain / 20).toFixed(2) })));
    g.append(...texts);
    if (hasHeading({ ...group, depth: 1 })) {
      const room = group.x1 - group.x0 - 9, label = shortened(group.data.name, room, 12, true);
      const size = shortened(bytes(group.value), room - brush.measureText(label).width - 8, 12);
      g.append(svg('text', { class: 'heading', x: group.x0 + 4, y: group.y0 + 13 }, label,
        size && !size.endsWith('…') && !label.endsWith('…') ? svg('tspan', { class: 'dim', dx: 6 }, size) : ''));
    }
    drawing.append(g);
    boxes.push({ ...pick(group), key: group.data.key, group, leaves: group.children });
  }
}
const pick = n => ({ x0: n.x0, y0: n.y0, x1: n.x1, y1: n.y1 });
const holds = (b, x, y) => x >= b.x0 && x < b.x1 && y >= b.y0 && y < b.y1;

function where(e) {
  const frame = byId('mapdrawing').getBoundingClientRect(), view = byId('mapdrawing').viewBox.baseVal;
  return [(e.clientX - frame.left) * view.width / frame.width, (e.clientY - frame.top) * view.height / frame.height];
}
const boxAt = e => { const [x, y] = where(e); return boxes.find(b => holds(b, x, y)); };

function point(e, chosen) {
  const [x, y] = where(e), tip = byId('tip'), box = boxes.find(b => holds(b, x, y));
  const leaf = box && box.leaves.find(n => holds(n, x, y));
  if (!box) { tip.hidden = true; return; }
  mark(leaf || box);
  const key = leaf ? leaf.data.key : box.key;
  if (chosen && key) choose(key);
  if (!key) { tip.hidden = true; return; }
  const id = +key.slice(1);
  tip.replaceChildren(el('b', {}, leaf ? shortName(id) : titleOf(key)), ' ' + bytes(leaf ? piece.bytes[id] : box.group.value),
    el('br'), leaf ? picture.fates[piece.fate[id]] + ' · ' + parts[piece.part[id]].name : 'click for why, double click to look inside');
  tip.hidden = false;
  tip.style.left = Math.max(4, Math.min(e.clientX + 14, innerWidth - tip.offsetWidth - 8)) + 'px';
  tip.style.top = Math.max(4, Math.min(e.clientY + 16, innerHeight - tip.offsetHeight - 8)) + 'px';
}
function mark(b) {
  const rect = byId('here');
  fill(rect, { x: b.x0 + .5, y: b.y0 + .5, width: Math.max(1, b.x1 - b.x0 - 1), height: Math.max(1, b.y1 - b.y0 - 1),
    visibility: 'visible' }, []);
}

/** Marks a thing where the map shows it. */
function find(key) {
  const box = boxes.find(b => b.key === key);
  const leaf = box || boxes.flatMap(b => b.leaves).find(n => n.data.key === key);
  if (leaf) mark(leaf); else byId('here').setAttribute('visibility', 'hidden');
}

/** What the arrows walk over: components, or the items of the one that is looked into. */
const stops = () => zoomed < 0 ? boxes : boxes.flatMap(b => b.leaves.map(n => ({ ...pick(n), key: n.data.key })));
function mapKey(e) {
  const all = stops();
  if (e.key === 'Escape' || e.key === 'Backspace') { zoom(-1); byId('mapdrawing').focus(); e.preventDefault(); return; }
  if (e.key === 'Enter' && all[here]) {
    if (zoomed < 0) { zoom(+all[here].key.slice(1)); byId('mapdrawing').focus(); } else choose(all[here].key);
    e.preventDefault();
    return;
  }
  const step = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[e.key];
  if (!step || !all.length) return;
  e.preventDefault();
  here = here < 0 || !all[here] ? 0 : nearest(all, here, step);
  mark(all[here]);
  choose(all[here].key);
}
function nearest(all, from, [dx, dy]) {
  const centre = b => [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2];
  const [x, y] = centre(all[from]);
  let best = from, least = Infinity;
  all.forEach((b, k) => {
    const [bx, by] = centre(b), along = (bx - x) * dx + (by - y) * dy, aside = Math.abs((bx - x) * dy) + Math.abs((by - y) * dx);
    if (k !== from && along > 0.5 && along + 2 * aside < least) { least = along + 2 * aside; best = k; }
  });
  return best;
}

function zoom(p) {
  zoomed = p;
  drawMap();
  if (p >= 0) choose(thing('p', p));
}
function crumbs() {
  byId('crumbs').replaceChildren(
    zoomed < 0 ? el('b', {}, 'All components') : el('a', { class: 'thing', href: '#sizes', onclick: e => { e.preventDefault(); zoom(-1); } }, 'All components'),
    ...zoomed < 0 ? [] : [' › ', el('b', {}, parts[zoomed].name)]);
  const used = new Set(piece.fate.filter((_, i) => piece.bytes[i] > 0));
  byId('legend').replaceChildren(...FATES.map((f, k) => used.has(k)
    ? el('span', { class: 'key' }, el('i', { class: 'swatch ' + f }), picture.fates[k]) : '').filter(Boolean));
}
