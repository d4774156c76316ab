// Small helpers: elements, numbers and names. Texts of others only ever become text nodes.
const byId = id => document.getElementById(id);

function fill(node, attributes, children) {
  for (const [key, value] of Object.entries(attributes || {})) {
    if (key.startsWith('on')) node.addEventListener(key.slice(2), value);
    else if (value !== null && value !== undefined && value !== false) node.setAttribute(key, value === true ? '' : value);
  }
  node.append(...children.flat().filter(c => c !== null && c !== undefined && c !== ''));
  return node;
}
const el = (tag, attributes, ...children) => fill(document.createElement(tag), attributes, children);
const svg = (tag, attributes, ...children) =>
  fill(document.createElementNS('http://www.w3.org/2000/svg', tag), attributes, children);

function bytes(n) {
  if (n < 1000) return n + ' B';
  const units = ['kB', 'MB', 'GB', 'TB'];
  let value = n / 1000, unit = 0;
  while (value >= 999.95 && unit < units.length - 1) { value /= 1000; unit++; }
  return value.toFixed(1) + ' ' + units[unit];
}
const number = n => n.toLocaleString('en').replaceAll(',', '\u2009');
const count = (n, one, many) => number(n) + ' ' + (n === 1 ? one : many || one + 's');
const sum = list => list.reduce((a, b) => a + b, 0);
const percent = (part, whole) => (whole ? Math.round(100 * part / whole) : 0) + ' %';

/** The last part of a name, which tells most in little room; of a path, the file with its ending. */
const shortOf = name => {
  const plain = name.replace(/\/$/, '');
  const isFile = plain.includes('/') || /^[^.]+\.[a-z0-9]{1,5}$/.test(plain);
  return plain.split(isFile ? '/' : '.').pop() || name;
};
const fileOf = path => path.slice(path.lastIndexOf('/') + 1) || path;
/** A name that may be broken where its parts end. */
const breakable = name => name.split(/(?<=[./$-])/).flatMap(part => [part, el('wbr')]);
const brush = document.createElement('canvas').getContext('2d');
/** The text, cut so that it takes no more than that many pixels. */
function shortened(text, width, size = 11, bold = false) {
  brush.font = (bold ? '600 ' : '') + size + 'px system-ui, "DejaVu Sans", sans-serif';
  const wide = brush.measureText(text).width;
  if (wide <= width) return text;
  const letters = Math.floor(text.length * (width - size) / wide);
  return letters < 2 ? '' : text.slice(0, letters) + '…';
}
