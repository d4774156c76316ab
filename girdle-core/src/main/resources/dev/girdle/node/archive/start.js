// The start of the program.
const symbol = Symbol.for('girdle.inner');
let inner = globalThis[symbol] ?? process.env.GIRDLE_INNER;
delete globalThis[symbol];
delete process.env.GIRDLE_INNER;
let first = [];
if (inner === undefined) {
  process.on('exit', keepCompiled);
  const wanted = process.env[prefix + '_ENTRY'] || settings.entries[0].name;
  const entry = settings.entries.find((e) => e.name === wanted);
  if (!entry) {
    const all = settings.entries.map((e) => e.name).join(', ');
    process.stderr.write(`${title} has no program ${wanted}; it has: ${all}\n`);
    process.exit(127);
  }
  first = entry.first;
  inner = entry.file;
  for (const [key, value] of Object.entries(entry.environment)) process.env[key] ??= value;
  process.argv.splice(2, 0, ...entry.arguments);
}
const main = outside(follow(inner) ?? inner);
process.argv[1] = main;
const isModule = files.kind(inside(main)) === 'module';
if (isModule && !hooks()) process.argv[1] = everything(inside(main));
let settled = !isModule;
const failed = (error) => {
  settled = true;
  process.nextTick(() => {
    throw error;
  });
};
const begin = () => {
  if (!isModule) {
    Module._load(main, null, true);
    return undefined;
  }
  // what a module still waits for when nothing is left to do, Node tells by this status
  process.on('exit', (code) => {
    if (!settled && code === 0 && process.exitCode === undefined) process.exitCode = 13;
  });
  return import(require('url').pathToFileURL(process.argv[1]).href).then(() => {
    settled = true;
  });
};
const isLater = (name) => files.kind(name) === 'module';
if (first.some(isLater)) {
  (async () => {
    hooks();
    for (const name of first) {
      if (isLater(name)) await import(files.addressed(name));
      else Module._load(outside(name), null, false);
    }
    await begin();
  })().catch(failed);
  return;
}
first.forEach((name) => Module._load(outside(name), null, false));
begin()?.catch(failed);
