// Views, keys, search and paper.
const VIEWS = [
  ['sizes', 'Sizes', () => '', () => { drawMap(); drawComponentList(); }],
  ['reasons', 'Reasons', () => '', () => drawGraph()],
  ['missing', 'Missing', () => picture.gaps.filter(g => g.rank === 'NEEDED' && !g.accepted).length, drawMissing],
  ['conflicts', 'Conflicts', () => picture.conflicts.length, drawConflicts],
  ['quiet', 'Quiet', () => total.quiet ? bytes(total.quiet) : '', drawQuiet],
  ['licences', 'Licences', () => '', drawLicences],
  ['releases', 'Releases', () => picture.editions.length || '', drawReleases]
];
let view = '';
let chosen = '';

/** Shows why something is in, out or missing. */
function choose(key) {
  navigate(view, key);
}
function navigate(name, key) {
  const hash = '#' + name + (key ? '/' + key : '');
  if (hash !== location.hash) history.pushState(null, '', hash);
  route();
}
function go(name) {
  navigate(name, chosen);
}
/** A link may name a thing: =org.ternhaven.tides.Tide */
function resolve(key) {
  if (key[0] !== '=') return key;
  const name = decodeURIComponent(key.slice(1));
  return search(name).find(k => titleOf(k) === name) || '';
}
function route() {
  const [name, asked] = location.hash.slice(1).split(/\/(.*)/), key = asked && resolve(asked);
  const next = VIEWS.some(v => v[0] === name) ? name : 'sizes';
  const isNew = next !== view, isChosen = key && exists(key);
  view = next;
  if (isChosen && (isNew || key !== chosen)) explain(key);
  chosen = isChosen ? key : '';
  const isNeighbour = around || chosen[0] !== 'p';
  around = view === 'reasons' && chosen && isNeighbour ? chosen : null;
  for (const [id] of VIEWS) {
    byId('view-' + id).hidden = id !== view;
    byId('tab-' + id).setAttribute('aria-selected', id === view);
    byId('tab-' + id).tabIndex = id === view ? 0 : -1;
  }
  if (isNew || view === 'reasons') VIEWS.find(v => v[0] === view)[3]();
  if (view === 'sizes' && chosen) find(chosen);
}

function head() {
  const s = picture.subject, hard = picture.gaps.filter(g => g.rank === 'NEEDED' && !g.accepted).length;
  const kept = supplied.filter(p => parts[p].in && parts[p].role && weight[p].in).length;
  const figure = (value, text, kind) => el('span', { class: 'figure ' + (kind || '') }, el('b', {}, value), ' ' + text);
  byId('who').append(el('h1', {}, s.title, s.release ? el('span', {}, ' ' + s.release) : ''), el('p', {},
    figure(bytes(total.in), 'goes along in ' + count(kept, 'component')),
    figure(bytes(total.left), 'stays behind'),
    figure(hard ? number(hard) : 'Nothing', hard ? 'needed and missing' : 'needed is missing', hard ? 'badtext' : 'goodtext'),
    total.quiet ? figure(bytes(total.quiet), 'quiet') : '',
    picture.questions.length ? figure(number(picture.questions.length), 'open places') : ''));
  byId('tabs').append(...VIEWS.map(([id, name, tally], k) => el('button', { id: 'tab-' + id, role: 'tab',
    'aria-controls': 'view-' + id, 'aria-keyshortcuts': k + 1, onclick: () => { around = null; navigate(id, id === 'reasons' ? '' : chosen); } },
  name, tally() !== '' && tally() !== 0 ? el('span', { class: 'tally' + (id === 'missing' ? ' bad' : '') }, String(tally())) : '')));
  VIEWS.forEach(([id]) => byId('view-' + id).setAttribute('aria-labelledby', 'tab-' + id));
  byId('tabs').addEventListener('keydown', e => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
    if (!step) return;
    const next = VIEWS[(VIEWS.findIndex(v => v[0] === view) + step + VIEWS.length) % VIEWS.length][0];
    byId('tab-' + next).click();
    byId('tab-' + next).focus();
  });
}

function searching() {
  const input = byId('find'), list = byId('found');
  let keys = [], at = 0;
  const close = () => { list.hidden = true; input.setAttribute('aria-expanded', 'false'); };
  const take = key => { close(); input.value = ''; input.blur(); navigate(view === 'sizes' ? view : 'reasons', key); };
  const draw = () => {
    const all = search(input.value);
    keys = all.slice(0, 14);
    list.replaceChildren(...keys.map((key, k) => el('li', { role: 'option', id: 'found-' + k, 'aria-selected': k === at,
      onpointerdown: e => { e.preventDefault(); take(key); } },
    badge(key[0] === 'g' ? 'notice' : key[0] === 'p' ? parts[+key.slice(1)].in ? 'needed' : 'left' : FATES[piece.fate[+key.slice(1)]],
      key[0] === 'g' ? 'missing' : key[0] === 'p' ? 'component' : isIn(+key.slice(1)) ? 'in' : 'out'), ' ' + titleOf(key))),
    ...all.length > 14 ? [el('li', { class: 'note' }, 'and ' + number(all.length - 14) + ' more')] : [],
    ...input.value.trim() && !all.length ? [el('li', { class: 'note' }, 'nothing is called that')] : []);
    list.hidden = !input.value.trim();
    input.setAttribute('aria-expanded', String(!list.hidden));
    input.setAttribute('aria-activedescendant', keys.length ? 'found-' + at : '');
  };
  input.addEventListener('input', () => { at = 0; draw(); });
  input.addEventListener('blur', close);
  input.addEventListener('keydown', e => {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      at = Math.max(0, Math.min(keys.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)));
      draw();
      e.preventDefault();
    } else if (e.key === 'Enter' && keys[at]) take(keys[at]);
    else if (e.key === 'Escape') { input.value = ''; close(); input.blur(); }
  });
}

document.addEventListener('keydown', e => {
  if (e.target.tagName === 'INPUT' || e.ctrlKey || e.metaKey || e.altKey) return;
  if (e.key === 'Escape' && around) navigate('reasons', '');
  else if (e.key === '/') { e.preventDefault(); byId('find').focus(); }
  else if (VIEWS[+e.key - 1]) byId('tab-' + VIEWS[+e.key - 1][0]).click();
});
addEventListener('popstate', route);
addEventListener('hashchange', route);
let waiting = 0;
addEventListener('resize', () => {
  clearTimeout(waiting);
  waiting = setTimeout(() => { if (view === 'sizes') drawMap(); else if (view === 'reasons') drawGraph(); }, 120);
});
addEventListener('beforeprint', () => {
  document.body.classList.add('printing');
  VIEWS.forEach(v => { byId('view-' + v[0]).hidden = false; v[3](); });
});
addEventListener('afterprint', () => { document.body.classList.remove('printing'); view = ''; route(); });

head();
searching();
welcome();
route();
