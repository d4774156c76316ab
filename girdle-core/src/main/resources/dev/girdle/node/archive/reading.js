// Files inside, read by the functions of fs.
function failure(code, call, file) {
  const known = {
    ENOENT: [-2, 'no such file or directory'],
    EISDIR: [-21, 'illegal operation on a directory'],
    ENOTDIR: [-20, 'not a directory'],
    EROFS: [-30, 'read-only file system'],
    EINVAL: [-22, 'invalid argument'],
  };
  const [errno, words] = known[code];
  const error = new Error(`${code}: ${words}, ${call} '${file}'`);
  Object.assign(error, { errno, code, syscall: call, path: String(file) });
  return error;
}

function found(name, call, file, last = true) {
  const there = follow(name, last);
  if (there === undefined) throw failure('ENOENT', call, file);
  return there;
}

function statOf(name, options, call, file, last) {
  const there = follow(name, last);
  if (there === undefined) {
    if (options?.throwIfNoEntry === false) return undefined;
    throw failure('ENOENT', call, file);
  }
  const entry = entries.get(there);
  const model = original.statSync(place, options?.bigint ? { bigint: true } : undefined);
  const stat = Object.assign(Object.create(Object.getPrototypeOf(model)), model);
  const number = options?.bigint ? BigInt : Number;
  const isLink = entry && (entry.mode & 0o170000) === 0o120000;
  stat.mode = number(
    !entry ? 0o40555 : isLink ? 0o120777 : (entry.mode & 0o111) !== 0 ? 0o100555 : 0o100444,
  );
  stat.size = number(entry ? entry.size : 0);
  stat.blocks = number(entry ? Math.ceil(entry.size / 512) : 0);
  stat.nlink = number(1);
  stat.ino = number(1 + numberOf(there));
  return stat;
}

let numbers;
function numberOf(name) {
  if (!numbers) {
    numbers = new Map();
    for (const all of [entries, folders])
      for (const key of all.keys()) numbers.set(key, numbers.size);
  }
  return numbers.get(name);
}

function readOf(name, options, file) {
  const there = found(name, 'open', file);
  if (!entries.has(there)) throw failure('EISDIR', 'read', file);
  const encoding = typeof options === 'string' ? options : options?.encoding;
  const bytes = files.content(entries.get(there));
  return encoding && encoding !== 'buffer' ? bytes.toString(encoding) : bytes;
}

function kindOf(name) {
  const entry = entries.get(name);
  return !entry ? 'd' : (entry.mode & 0o170000) === 0o120000 ? 'l' : 'f';
}

function direntOf(folder, child, file) {
  const kind = kindOf(folder + '/' + child);
  const dirent = Object.create(fs.Dirent.prototype);
  const own = (key, value) =>
    Object.defineProperty(dirent, key, {
      value,
      writable: true,
      enumerable: !/^is/.test(key),
      configurable: true,
    });
  own('name', child);
  own('parentPath', String(file));
  own('path', String(file));
  own('isFile', () => kind === 'f');
  own('isDirectory', () => kind === 'd');
  own('isSymbolicLink', () => kind === 'l');
  return dirent;
}

function childrenOf(name, options, file, call = 'scandir') {
  const there = found(name, call, file);
  if (!folders.has(there)) throw failure('ENOTDIR', call, file);
  const given = typeof options === 'string' ? { encoding: options } : (options ?? {});
  const list = [];
  const visit = (folder, shown, relative) => {
    for (const child of [...folders.get(folder)].sort()) {
      list.push(
        given.withFileTypes
          ? direntOf(folder, child, shown)
          : given.encoding === 'buffer'
            ? Buffer.from(relative + child)
            : relative + child,
      );
      if (given.recursive && folders.has(folder + '/' + child)) {
        visit(folder + '/' + child, path.join(shown, child), relative + child + path.sep);
      }
    }
  };
  visit(there, String(file instanceof URL ? outside(name) : file), '');
  return list;
}

function accessOf(name, mode, file) {
  found(name, 'access', file);
  if (mode & fs.constants.W_OK) throw failure('EROFS', 'access', file);
}

function realOf(name, options, file) {
  const real = outside(found(name, 'realpath', file));
  return (typeof options === 'string' ? options : options?.encoding) === 'buffer'
    ? Buffer.from(real)
    : real;
}

function linkOf(name, options, file) {
  const there = found(name, 'readlink', file, false);
  const entry = entries.get(there);
  if (kindOf(there) !== 'l') throw failure('EINVAL', 'readlink', file);
  return files.target(entry);
}

function isForReading(flags) {
  return (
    flags === undefined ||
    flags === null ||
    flags === 'r' ||
    flags === 'rs' ||
    flags === 'sr' ||
    flags === 0 ||
    (typeof flags === 'number' && (flags & 3) === 0 && (flags & fs.constants.O_CREAT) === 0)
  );
}

function openable(name, flags, file) {
  const there = found(name, 'open', file);
  if (!isForReading(flags)) throw failure('EROFS', 'open', file);
  if (!entries.has(there)) return place.slice(0, place.length - path.basename(place).length);
  return unpacked(there);
}

function copyOf(name, to, options, file) {
  const there = found(name, 'cp', file);
  if (entries.has(there)) {
    const exclusive = options === fs.constants.COPYFILE_EXCL || options?.errorOnExist;
    original.writeFileSync(to, files.content(entries.get(there)), {
      flag: exclusive ? 'wx' : 'w',
      mode: entries.get(there).mode & 0o777 || 0o644,
    });
    return;
  }
  if (!options?.recursive) throw failure('EISDIR', 'cp', file);
  original.mkdirSync(to, { recursive: true });
  for (const child of folders.get(there)) {
    const from = outside(there + '/' + child);
    const next = path.join(String(to), child);
    if (options.filter && !options.filter(from, next)) continue;
    copyOf(there + '/' + child, next, options, from);
  }
}

// What is opened by number is read from memory where that can be, and unpacked else.
function streamOf(name, file, options) {
  const given = typeof options === 'string' ? { encoding: options } : { ...options };
  let bytes;
  let next = 0;
  given.fs = {
    open(_, flags, mode, done) {
      try {
        bytes = readOf(name, null, file);
        process.nextTick(done, null, 1 << 30);
      } catch (e) {
        process.nextTick(done, e);
      }
    },
    read(_, buffer, at, size, position, done) {
      const from = position ?? next;
      const count = Math.max(0, Math.min(size, bytes.length - from));
      bytes.copy(buffer, at, from, from + count);
      next = from + count;
      process.nextTick(done, null, count, buffer);
    },
    close(_, done) {
      process.nextTick(done, null);
    },
  };
  return new fs.ReadStream(file, given);
}

const READERS = {
  readFile: (name, file, options) => readOf(name, options, file),
  stat: (name, file, options) => statOf(name, options, 'stat', file, true),
  lstat: (name, file, options) => statOf(name, options, 'lstat', file, false),
  readdir: (name, file, options) => childrenOf(name, options, file),
  access: (name, file, mode) => accessOf(name, mode, file),
  realpath: (name, file, options) => realOf(name, options, file),
  readlink: (name, file, options) => linkOf(name, options, file),
  copyFile: (name, file, to, mode) => copyOf(name, to, mode, file),
  cp: (name, file, to, options) => copyOf(name, to, options, file),
  opendir: (name, file, options) => new Folder(name, file, options),
};

class Folder {
  constructor(name, file, options) {
    this.path = String(file);
    this.list = childrenOf(name, { ...options, withFileTypes: true }, file, 'opendir');
  }
  readSync() {
    return this.list.shift() ?? null;
  }
  read(done) {
    const next = this.readSync();
    if (!done) return Promise.resolve(next);
    process.nextTick(done, null, next);
  }
  closeSync() {}
  close(done) {
    if (!done) return Promise.resolve();
    process.nextTick(done, null);
  }
  async *[Symbol.asyncIterator]() {
    while (this.list.length > 0) yield this.list.shift();
  }
}

function sync(call, name, reader) {
  const before = original[call];
  if (!before) return;
  fs[call] = Object.assign(function (file, ...rest) {
    const there = inside(file);
    return there === undefined ? before.call(this, file, ...rest) : reader(there, file, ...rest);
  }, before);
  named(fs[call], call);
}

function named(f, name) {
  Object.defineProperty(f, 'name', { value: name });
}

function later(call, reader) {
  const before = original[call];
  if (!before) return;
  fs[call] = Object.assign(function (file, ...rest) {
    const there = inside(file);
    const done = rest[rest.length - 1];
    if (there === undefined || typeof done !== 'function') return before.call(this, file, ...rest);
    let result;
    try {
      result = reader(there, file, ...rest.slice(0, -1));
    } catch (e) {
      process.nextTick(done, e);
      return undefined;
    }
    process.nextTick(done, null, result);
    return undefined;
  }, before);
  named(fs[call], call);
}

function promised(call, reader) {
  const before = originalPromises[call];
  if (!before) return;
  fs.promises[call] = async function (file, ...rest) {
    const there = inside(file);
    return there === undefined
      ? before.call(fs.promises, file, ...rest)
      : reader(there, file, ...rest);
  };
  named(fs.promises[call], call);
}

for (const [call, reader] of Object.entries(READERS)) {
  sync(call + 'Sync', call, reader);
  later(call, reader);
  promised(call, reader);
}
for (const call of ['realpath', 'realpathSync']) {
  const before = original[call].native;
  fs[call].native = function (file, ...rest) {
    return inside(file) === undefined ? before.call(this, file, ...rest) : fs[call](file, ...rest);
  };
}
fs.existsSync = function existsSync(file) {
  const there = inside(file);
  return there === undefined ? original.existsSync(file) : follow(there) !== undefined;
};
fs.exists = function exists(file, done) {
  const there = inside(file);
  if (there === undefined) return original.exists(file, done);
  process.nextTick(done, follow(there) !== undefined);
  return undefined;
};
fs.openSync = function openSync(file, flags, mode) {
  const there = inside(file);
  return original.openSync(there === undefined ? file : openable(there, flags, file), flags, mode);
};
fs.open = function open(file, ...rest) {
  const there = inside(file);
  if (there === undefined) return original.open(file, ...rest);
  const flags = typeof rest[0] === 'function' ? undefined : rest[0];
  try {
    return original.open(openable(there, flags, file), ...rest);
  } catch (e) {
    process.nextTick(rest[rest.length - 1], e);
    return undefined;
  }
};
fs.promises.open = async function open(file, flags, mode) {
  const there = inside(file);
  return originalPromises.open(
    there === undefined ? file : openable(there, flags, file),
    flags,
    mode,
  );
};
fs.createReadStream = function createReadStream(file, options) {
  const there = inside(file);
  return there === undefined || options?.fd != null || options?.fs
    ? original.createReadStream(file, options)
    : streamOf(there, file, options);
};
