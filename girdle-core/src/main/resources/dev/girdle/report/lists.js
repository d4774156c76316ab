// The views that are lists: what is missing, what collides, what is quiet, licences, releases.
function table(heads, rows, right = []) {
  return el('table', { class: 'list' },
    el('thead', {}, el('tr', {}, heads.map((h, k) => el('th', { class: right.includes(k) ? 'r' : null, scope: 'col' }, h)))),
    el('tbody', {}, rows.map(row => el('tr', {}, row.map((c, k) =>
      el('td', { class: right.includes(k) ? 'r' : null }, typeof c === 'string' && !right.includes(k) ? breakable(c) : c ?? ''))))));
}
const empty = text => el('p', { class: 'empty' }, text);
const partNamed = name => { const p = parts.findIndex(x => x.name === name); return p < 0 ? name : pointer(thing('p', p)); };
/** Bars end to end: each a value and its kind. */
const bar = (most, ...rows) => el('span', { class: 'gauge' }, rows.map(([value, kind]) =>
  el('i', { class: 'swatch ' + kind, style: `width:${value ? Math.max(1, 130 * value / most).toFixed(1) : 0}px` })));

function drawComponentList() {
  const rows = supplied.filter(p => piecesOf[p].length)
    .sort((a, b) => weight[b].in + weight[b].left - weight[a].in - weight[a].left);
  const most = Math.max(1, ...rows.map(p => weight[p].in + weight[p].left));
  byId('components').replaceChildren(table(['component', 'goes along', 'stays behind', '', 'because'], rows.map(p => [
    pointer(thing('p', p)), weight[p].in ? bytes(weight[p].in) : '–', weight[p].left ? bytes(weight[p].left) : '–',
    bar(most, [weight[p].in, 'needed'], [weight[p].left, 'left']), parts[p].why]), [1, 2]));
}

function gapTable(gaps) {
  return table(['what', 'asked for by', 'what is known'], gaps.map(g => {
    const gap = picture.gaps[g];
    return [pointer(thing('g', g)), gap.askedBy + (gap.places > 1 ? ', and ' + count(gap.places - 1, 'more place') : ''),
      [gap.accepted ? 'accepted by ' + gap.accepted : '', gap.advice].filter(Boolean).join('; ')];
  }));
}
function drawMissing() {
  const all = picture.gaps.map((_, g) => g);
  const needed = all.filter(g => picture.gaps[g].rank === 'NEEDED' && !picture.gaps[g].accepted);
  const perhaps = all.filter(g => picture.gaps[g].rank === 'PERHAPS' && !picture.gaps[g].accepted);
  const accepted = all.filter(g => picture.gaps[g].rank !== 'PREPARED' && picture.gaps[g].accepted);
  const soft = all.filter(g => picture.gaps[g].rank === 'PREPARED');
  const groups = new Map();
  for (const q of picture.questions) {
    const key = piece.part[q.piece] + '\n' + q.asksFor;
    if (!groups.has(key)) groups.set(key, []);
    groups.get(key).push(q);
  }
  const section = (title, list) => list.length ? [el('h2', {}, title + ': ' + number(list.length)), gapTable(list)] : [];
  byId('view-missing').replaceChildren(
    ...needed.length ? section('Missing, and needed', needed) : [el('h2', {}, 'Missing, and needed'), empty('Nothing that is needed is missing.')],
    ...section('Missing, and perhaps needed', perhaps),
    ...section('Missing and accepted', accepted),
    ...section('Missing, and the program is prepared for it', soft),
    ...groups.size ? [el('h2', {}, 'Asked for by names that only the run will tell: ' + count(picture.questions.length, 'place')),
      table(['component', 'asks for', 'places'], [...groups.values()].map(list => [
        pointer(thing('p', piece.part[list[0].piece])), list[0].asksFor,
        el('ul', { class: 'plain' }, list.slice(0, 6).map(q => el('li', {}, pointer(thing('i', q.piece), q.place))),
          list.length > 6 ? el('li', { class: 'note' }, 'and ' + count(list.length - 6, 'more place')) : null)]))] : []);
}

function drawConflicts() {
  const broughtBy = name => { const p = parts.find(x => x.name === name); return p && p.broughtBy ? el('span', { class: 'note' }, ' ' + p.broughtBy) : null; };
  byId('view-conflicts').replaceChildren(el('h2', {}, 'In each other’s way'),
    picture.conflicts.length ? table(['what', 'wins', 'loses'], picture.conflicts.map(c => [
      el('span', c.same ? {} : { class: 'badtext' }, c.sentence),
      c.winner ? [partNamed(c.winner), broughtBy(c.winner)] : 'each asker the nearest', c.losers.map(l => el('div', {}, partNamed(l), broughtBy(l)))]))
      : empty(picture.subject.isArtifact ? 'A record does not tell of conflicts; the report of the application does.'
        : 'No component is in the way of another.'));
}

function drawQuiet() {
  const rows = supplied.filter(p => weight[p].quiet).sort((a, b) => weight[b].quiet - weight[a].quiet);
  const most = Math.max(1, ...rows.map(p => weight[p].in));
  const sight = picture.sight;
  byId('view-quiet').replaceChildren(...!sight ? [el('h2', {}, 'Quiet'),
    empty('No rehearsal has told what is in use. Write it down with girdle rehearse ARTIFACT --evidence FILE, and name the file '
      + 'under “evidence:” in the plan, or with --evidence.')] : [
    el('h2', {}, 'Seen in use: ' + count(sight.foreseen + sight.missed.length, 'class', 'classes')
      + (sight.missed.length ? ', ' + number(sight.missed.length) + ' of them not foreseen' : ', all of them foreseen')),
    sight.missed.length ? el('ul', { class: 'plain' }, sight.missed.map(i => el('li', {}, pointer(thing('i', i))))) : '',
    el('h2', {}, 'Quiet: goes along and was never seen, ' + bytes(total.quiet)),
    table(['component', 'quiet', 'of', 'classes', ''], rows.map(p => [pointer(thing('p', p)), bytes(weight[p].quiet), bytes(weight[p].in),
      number(piecesOf[p].filter(i => piece.fate[i] === QUIET).length),
      bar(most, [weight[p].quiet, 'quiet'], [weight[p].in - weight[p].quiet, 'needed'])]), [1, 2, 3]),
    el('p', { class: 'note' }, 'Quiet things stay behind only on your word: girdle seal --never-quiet, which rehearses the result.')]);
}

function drawLicences() {
  const groups = new Map();
  parts.forEach((part, p) => {
    if (!part.supplied || !part.in || part.role === 'runtime' || !part.role) return;
    const key = part.licences.join(', ') || 'not known';
    if (!groups.has(key)) groups.set(key, []);
    groups.get(key).push(p);
  });
  const rows = [...groups].sort((a, b) => (b[0] === 'not known') - (a[0] === 'not known') || (a[0] < b[0] ? -1 : 1));
  byId('view-licences').replaceChildren(el('h2', {}, 'Licences of what goes along'), rows.length ? table(['licence', 'components', 'size'],
    rows.map(([name, list]) => [name === 'not known' ? el('b', { class: 'badtext' }, name) : el('b', {}, name),
      list.map(p => el('div', {}, pointer(thing('p', p)), parts[p].role === 'own code' ? el('span', { class: 'note' }, ' own code') : null)),
      bytes(sum(list.map(p => weight[p].in)))]), [2]) : empty('No component goes along.'));
}

function drawReleases() {
  const all = picture.editions, most = Math.max(1, ...all.map(e => e.bytes));
  const before = new Map();
  const rows = all.map(e => {
    const kind = e.form + ' ' + e.target, old = before.get(kind);
    before.set(kind, e);
    const growth = old ? e.bytes - old.bytes : null;
    return [el('b', {}, e.release || 'no release'), e.form, e.target || 'everywhere', bytes(e.bytes), bar(most, [e.bytes, 'needed']),
      growth === null ? '' : growth === 0 ? 'the same' : el('span', { class: growth > 0 ? 'badtext' : 'goodtext' },
        (growth > 0 ? '+' : '−') + bytes(Math.abs(growth)) + (old.bytes ? ' (' + (growth > 0 ? '+' : '−') + percent(Math.abs(growth), old.bytes) + ')' : '')),
      number(e.components), e.leftOut ? bytes(e.leftOut) : '–', breakable(e.file)];
  });
  byId('view-releases').replaceChildren(el('h2', {}, 'Sizes over releases'), rows.length
    ? table(['release', 'form', 'target', 'size', '', 'since the one before', 'components', 'left out', 'file'], rows, [3, 6, 7])
    : empty('No artifact of ' + picture.subject.name + ' lies in the output folder yet.'));
}
