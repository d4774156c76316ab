// The explanation of whatever was chosen, at the side of every view.
const badge = (kind, text) => el('span', { class: 'badge ' + kind }, text);
const pointer = (key, text, title) => el('a', { class: 'thing', href: '#' + view + '/' + key, title: title || titleOf(key),
  onclick: e => { e.preventDefault(); choose(key); } }, breakable(text || titleOf(key)));

const fact = (name, value) => value ? el('tr', {}, el('th', {}, name), el('td', {}, breakable(value))) : null;

function chainList(last) {
  return el('ol', { class: 'chain' }, chainTo(last).map(k => {
    const excuse = picture.texts[link.excuse[k]];
    const from = link.from[k];
    return el('li', {},
      from < 0 ? place(k) : pointer(thing('i', from), place(k)),
      el('span', { class: 'verb' }, comma(k) + picture.hows[link.how[k]] + ' '),
      breakable(picture.texts[link.name[k]]), excuse ? el('span', { class: 'note' }, ' (' + excuse + ')') : null);
  }));
}

/** A list that shows a few, and all when asked. */
function longList(title, rows, draw, most = 8) {
  if (!rows.length) return null;
  const list = el('ul', { class: 'plain' }, rows.slice(0, most).map(draw));
  const more = rows.length > most ? el('button', { class: 'more', onclick: () => {
    list.replaceChildren(...rows.map(draw));
    more.remove();
  } }, 'all ' + number(rows.length)) : null;
  return [el('h3', {}, title), list, more];
}
const relation = ([i, how], before) => el('li', {},
  before ? el('span', { class: 'verb' }, picture.hows[how] + ' ') : null,
  pointer(thing('i', i), nameOf(i)),
  before ? null : el('span', { class: 'verb' }, ' ' + picture.hows[how] + ' it'));

function explainPiece(i) {
  const p = piece.part[i], fate = piece.fate[i], why = picture.texts[piece.why[i]];
  const by = askersOf(i), asks = asksFor(i);
  const idle = fate === LEFT;
  return [
    el('h2', {}, shortName(i)),
    el('p', { class: 'full' }, breakable(nameOf(i))),
    el('p', {}, badge(FATES[fate], picture.fates[fate]), piece.bytes[i] ? ' ' + bytes(piece.bytes[i]) : '',
      ' in ', pointer(thing('p', p))),
    why ? el('p', {}, why[0].toUpperCase() + why.slice(1) + '.') : null,
    piece.link[i] >= 0 ? [el('h3', {}, 'Why it is needed'), chainList(piece.link[i])] : null,
    longList(idle ? 'Only things that are not needed themselves ask for it'
      : 'Asked for by ' + count(by.length, 'item'), by, row => relation(row, false)),
    longList('Asks for ' + count(asks.length, 'item'), asks, row => relation(row, true)),
    view === 'reasons'
      ? piece.bytes[i] ? el('p', {}, el('button', { class: 'go', onclick: () => go('sizes') }, 'Show it on the map')) : null
      : by.length || asks.length ? el('p', {}, el('button', { class: 'go', onclick: () => go('reasons') }, 'Show it in the graph')) : null
  ];
}

function explainPart(p) {
  const part = parts[p], w = weight[p];
  const to = [...arrows[p]].sort((a, b) => b[1] - a[1]);
  const by = parts.map((_, q) => [q, arrows[q].get(p) || 0]).filter(row => row[1]).sort((a, b) => b[1] - a[1]);
  const neighbour = ([q, n]) => el('li', {}, pointer(thing('p', q)), el('span', { class: 'verb' }, ' ' + number(n) + '×'));
  return [
    el('h2', {}, part.name),
    el('p', {}, badge(part.in ? 'needed' : 'left', part.in ? 'goes along' : 'stays behind'), ' ' + part.role),
    el('table', { class: 'facts' },
      fact('release', part.release), fact('lies in', part.origin !== part.name ? part.origin : ''),
      fact('came in', part.broughtBy), fact('goes along', part.supplied && part.in ? bytes(w.in) : ''),
      fact('stays behind', w.left ? bytes(w.left) : ''), fact('quiet', w.quiet ? bytes(w.quiet) : ''),
      fact('reached', picture.links.from.length && part.in ? number(w.reached) + ' of ' + count(piecesOf[p].length, 'item') : ''),
      fact('licence', part.licences.join(', ')), fact('address', part.address)),
    part.in && firstOf[p] >= 0 ? [el('h3', {}, 'Why it goes along'), chainList(piece.link[firstOf[p]])]
      : el('p', {}, part.why[0] ? part.why[0].toUpperCase() + part.why.slice(1) + '.' : ''),
    longList(part.in ? 'Asked for by' : 'Only things that are not needed themselves ask for it', by, neighbour),
    longList('Asks for', to, neighbour),
    el('p', {}, weight[p].in + weight[p].left > 0 && part.supplied
      ? el('button', { class: 'go', onclick: () => { go('sizes'); zoom(p); } }, 'Look inside') : null)
  ];
}

function explainGap(g) {
  const gap = picture.gaps[g];
  return [
    el('h2', {}, shortOf(gap.name)),
    el('p', { class: 'full' }, breakable(gap.name)),
    el('p', {}, gap.rank === 'NEEDED' && !gap.accepted ? badge('bad', 'missing, and needed')
      : badge('notice', gap.rank === 'PREPARED' ? 'missing, prepared for' : gap.accepted ? 'missing, accepted' : 'missing, perhaps needed'), ' ' + gap.thing),
    gap.accepted ? el('p', {}, 'Accepted by ' + gap.accepted + '.') : null,
    gap.advice ? el('p', {}, gap.advice) : null,
    gap.links.length ? [el('h3', {}, 'Who asks for it'), chainList(gap.links[0])] : el('p', {}, gap.askedBy),
    longList('It is also asked for by', gap.links.slice(1), k => el('li', {},
      link.from[k] < 0 ? place(k) : pointer(thing('i', link.from[k]), place(k)),
      el('span', { class: 'verb' }, comma(k) + picture.hows[link.how[k]] + ' it'))),
    gap.rank !== 'PREPARED' && !gap.accepted
      ? el('p', {}, 'Add what holds it with --with PATH; or, if the program does without it: ',
        el('code', {}, "--missing-ok '" + gap.name + "'")) : null
  ];
}

function explain(key) {
  const id = +key.slice(1), walked = byId('panel').contains(document.activeElement);
  byId('panel').replaceChildren(...(key[0] === 'p' ? explainPart(id) : key[0] === 'g' ? explainGap(id) : explainPiece(id))
    .flat(3).filter(Boolean));
  byId('panel').scrollTop = 0;
  if (walked) byId('panel').focus();
}

function welcome() {
  const s = picture.subject;
  byId('panel').replaceChildren(
    el('h2', {}, s.isArtifact ? 'This artifact' : 'This application'),
    el('table', { class: 'facts' }, fact('starts with', s.entry), fact('form', s.form),
      fact('target', s.target || 'everywhere'), fact('pruned', s.prune), fact('runtime', s.runtime),
      fact('drawn by', 'Girdle ' + s.girdle)),
    el('p', {}, 'Choose anything, and here stands why it is in, out or missing.'),
    el('p', { class: 'note keys' }, 'Keys: ', el('kbd', {}, '/'), ' find, ', el('kbd', {}, '1'), '–', el('kbd', {}, '7'),
      ' views, arrows and ', el('kbd', {}, 'Enter'), ' in the drawings, ', el('kbd', {}, 'Esc'), ' back.'),
    s.isArtifact ? el('p', { class: 'note' }, link.from.length ? 'An artifact tells for each thing who asked for it first. For all who ask, '
      + 'draw the report of the application or its plan.' : 'An older Girdle made this artifact; it tells one reason for each file. For the '
      + 'chains from the entry point, and who asks for what, draw the report of the application or its plan.') : '',
    ...picture.notices.length ? [el('h3', {}, 'Noticed'), el('ul', { class: 'plain' }, picture.notices.map(n => el('li', {}, n)))] : []);
}
