// Native code, which systems load from files alone, and what has to be a file else.
let folder;
function unpackFolder() {
  if (folder) return folder;
  const named = process.env[prefix + '_UNPACK_DIR'];
  const bases = named
    ? [named]
    : [
        process.env.XDG_CACHE_HOME && path.join(process.env.XDG_CACHE_HOME, 'girdle-run'),
        process.platform === 'win32' &&
          process.env.LOCALAPPDATA &&
          path.join(process.env.LOCALAPPDATA, 'girdle-run'),
        os.homedir() && path.join(os.homedir(), '.cache', 'girdle-run'),
        path.join(os.tmpdir(), 'girdle-run-' + (process.getuid ? process.getuid() : 'user')),
      ].filter(Boolean);
  const problems = [];
  for (const base of bases) {
    try {
      original.mkdirSync(path.join(base, settings.unpackAs), { recursive: true, mode: 0o700 });
      const stat = original.lstatSync(base);
      const isOurs =
        !process.getuid ||
        (stat.isDirectory() && stat.uid === process.getuid() && (stat.mode & 0o77) === 0);
      if (isOurs) return (folder = path.join(base, settings.unpackAs));
      problems.push(`${base} belongs to somebody else or is open to others (chmod 700)`);
    } catch (e) {
      problems.push(e.message);
    }
  }
  throw new Error(
    `${title} cannot unpack its native code: ${problems.join('; ')}. Name a folder with ${prefix}_UNPACK_DIR.`,
  );
}

function isWhole(file, name) {
  try {
    if (original.lstatSync(file).size !== entries.get(name).size) return false;
    return !digests[name] || digest(original.readFileSync(file)) === digests[name];
  } catch {
    return false;
  }
}

function digest(bytes) {
  return require('crypto').createHash('sha256').update(bytes).digest('hex');
}

// Where something is made before it gets to its place; others may be making the same.
function partOf(file) {
  return `${file}.${process.pid}-${Math.random().toString(36).slice(2)}.part`;
}

function write(name) {
  const file = path.join(unpackFolder(), ...name.split('/'));
  if (!isWhole(file, name)) {
    original.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
    const part = partOf(file);
    original.writeFileSync(part, files.content(entries.get(name)), {
      mode: natives.includes(name) || entries.get(name).mode & 0o111 ? 0o700 : 0o600,
    });
    original.renameSync(part, file);
  }
  return file;
}

// Libraries find each other by where they lie, so what belongs together is unpacked together.
const done = new Map();
function unpacked(name) {
  if (!done.has(name)) {
    if (natives.includes(name))
      natives.forEach(
        (other) =>
          other !== name &&
          !done.has(other) &&
          isNear(other, name) &&
          done.set(other, write(other)),
      );
    done.set(name, write(name));
  }
  return done.get(name);
}

function isNear(other, name) {
  const scope = (n) =>
    n.slice(0, n.lastIndexOf('node_modules/') + 1) || n.slice(0, n.lastIndexOf('/'));
  return scope(other) === scope(name);
}

const dlopen = process.dlopen;
process.dlopen = function (module, file, ...rest) {
  const there = inside(file);
  const name = there === undefined ? undefined : follow(there);
  return dlopen.call(
    this,
    module,
    name !== undefined && entries.has(name) ? unpacked(name) : file,
    ...rest,
  );
};
