(function start() {
  const settings = @SETTINGS@;
  const { natives, digests, title, prefix } = settings;
  const fs = require('fs');
  const os = require('os');
  const path = require('path');
  const Module = require('module');
  const place = fs.realpathSync(__filename);
  const offset = Number('###OFFSET###');
  const length = Number('###LENGTH###');
  const log =
    process.env.GIRDLE_SEEN &&
    path.join(
      process.env.GIRDLE_SEEN,
      `used-${process.pid}-${require('worker_threads').threadId}.txt`,
    );
  const files = girdleFiles(place, offset, length, log);
  const { inside, outside, follow, entries, folders } = files;
  const original = { ...fs };
  const originalPromises = { ...fs.promises };

  // ---- files

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
      if (there === undefined || typeof done !== 'function')
        return before.call(this, file, ...rest);
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
      return inside(file) === undefined
        ? before.call(this, file, ...rest)
        : fs[call](file, ...rest);
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
    return original.openSync(
      there === undefined ? file : openable(there, flags, file),
      flags,
      mode,
    );
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

  // ---- native code, which systems load from files alone

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

  function write(name) {
    const file = path.join(unpackFolder(), ...name.split('/'));
    if (!isWhole(file, name)) {
      original.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
      const part = `${file}.${process.pid}.part`;
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

  // ---- modules

  const more = [...process.execArgv, ...(process.env.NODE_OPTIONS ?? '').split(' ')];
  const requireConditions = new Set(['node', 'require', 'node-addons']);
  if (process.features.require_module && Module.registerHooks) requireConditions.add('module-sync');
  more.forEach((word, i) => {
    const match = /^(?:-C|--conditions)(?:=(.*))?$/.exec(word);
    if (match) requireConditions.add(match[1] ?? more[i + 1]);
  });

  const resolveFilename = Module._resolveFilename;
  const isBuiltin =
    Module.isBuiltin ?? ((n) => Module.builtinModules.includes(n.replace(/^node:/, '')));
  const known = new Map();
  Module._resolveFilename = function (request, parent, isMain, options) {
    if (typeof request === 'string' && !isBuiltin(request)) {
      const froms = options?.paths
        ? options.paths
            .map((p) => inside(p))
            .filter((p) => p !== undefined)
            .map((p) => p + '/x')
        : [parent?.filename ? inside(parent.filename) : undefined];
      for (const from of froms) {
        if (from === undefined && !path.isAbsolute(request)) continue;
        const key = from + '\0' + request;
        let name = known.get(key);
        if (name === undefined) {
          name = files.find(request, from ?? 'app/x', requireConditions, false);
          if (name !== undefined) known.set(key, name);
        }
        if (name !== undefined) return outside(name);
      }
    }
    return resolveFilename.call(this, request, parent, isMain, options);
  };

  for (const ending of ['.js', '.cjs', '.mjs']) {
    const before = Module._extensions[ending] ?? Module._extensions['.js'];
    const own = function (module, file) {
      const name = inside(file);
      if (name === undefined || !entries.has(follow(name))) return before.apply(this, arguments);
      const text = readOf(name, 'utf8', file);
      if (files.kind(name, text) === 'module') {
        return required(module, file, name, before, this, arguments);
      }
      run(module, withImports(text, name), file, name);
      return undefined;
    };
    if (ending !== '.cjs' || Module._extensions['.cjs']) Module._extensions[ending] = own;
  }

  // A CommonJS module that imports by a call does it through this program, so that Node need not be
  // told of imports before one comes. The word that stands in its place is as long.
  const WORD = '$imprt';
  function withImports(text, name) {
    const calls = settings.imports[name];
    if (!calls) return text;
    if (text.includes(WORD)) {
      hooks();
      return text;
    }
    let changed = '';
    let from = 0;
    for (const call of calls) {
      changed += text.slice(from, call) + WORD;
      from = call + WORD.length;
    }
    const how = `globalThis[Symbol.for('girdle.import')](s, __filename, o)`;
    return `${changed}${text.slice(from)}\n;function ${WORD}(s, o) { return ${how}; }`;
  }

  const importConditions = ['node', 'import', 'node-addons'];
  Object.defineProperty(globalThis, Symbol.for('girdle.import'), {
    value: async (specifier, from, options) => {
      const parent = require('url').pathToFileURL(from).href;
      const wanted = String(specifier);
      if (!hooks()) {
        const there = require('url').pathToFileURL(everything(follow(inside(from)))).href;
        const near = /^\.{0,2}\//.test(wanted) ? new URL(wanted, there).href : wanted;
        return options === undefined ? import(near) : import(near, options);
      }
      const found = isBuiltin(wanted)
        ? undefined
        : files.resolveImport(wanted, { parentURL: parent, conditions: importConditions });
      const address =
        found?.url ?? (/^\.{0,2}\//.test(wanted) ? new URL(wanted, parent).href : wanted);
      return options === undefined ? import(address) : import(address, options);
    },
  });

  // What V8 has compiled is kept in the user's cache, so that the next start is quicker; it is worth
  // while for many modules only.
  const [WRAPPED, ENDED] = [
    '(function (exports, require, module, __filename, __dirname) { ',
    '\n});',
  ];
  const compile = Module.prototype._compile;
  const compiled = [];
  let code;
  let store;
  function openStore() {
    code = new Map();
    if (entries.size < 300 || process.env.NODE_DISABLE_COMPILE_CACHE) return;
    try {
      const called = `compiled-${process.version}-${process.platform}-${process.arch}`;
      store = path.join(unpackFolder(), called);
      const bytes = original.readFileSync(store);
      const start = 4 + bytes.readUInt32LE(0);
      const table = JSON.parse(bytes.utf8Slice(4, start));
      for (const [name, [from, to]] of Object.entries(table)) {
        code.set(name, bytes.subarray(start + from, start + to));
      }
    } catch {
      // there is none yet, or none can be kept
    }
  }

  function run(module, text, file, name) {
    if (!code) openStore();
    const isPlain = Module.prototype._compile === compile && !Object.hasOwn(module, '_compile');
    if (!store || !isPlain) {
      module._compile(text.replace(/^\ufeff/, ''), file);
      return;
    }
    const vm = require('vm');
    const cachedData = code.get(name);
    const script = new vm.Script(WRAPPED + text.replace(/^\ufeff?(#!.*)?/, '') + ENDED, {
      filename: file,
      columnOffset: -WRAPPED.length,
      cachedData,
      importModuleDynamically: vm.constants?.USE_MAIN_CONTEXT_DEFAULT_LOADER,
    });
    if (!cachedData || script.cachedDataRejected) {
      code.delete(name);
      compiled.push([name, script]);
    }
    const require_ = (id) => module.require(id);
    require_.resolve = (request, options) =>
      Module._resolveFilename(request, module, false, options);
    require_.resolve.paths = (request) => Module._resolveLookupPaths(request, module);
    require_.main = process.mainModule;
    require_.extensions = Module._extensions;
    require_.cache = Module._cache;
    const call = [module.exports, require_, module, file, path.dirname(file)];
    Reflect.apply(script.runInThisContext(), module.exports, call);
  }

  function keepCompiled() {
    if (!store || compiled.length < 50) return;
    try {
      for (const [name, script] of compiled) code.set(name, script.createCachedData());
      let at = 0;
      const table = {};
      for (const [name, bytes] of code) table[name] = [at, (at += bytes.length)];
      const head = Buffer.from(JSON.stringify(table));
      const length = Buffer.alloc(4);
      length.writeUInt32LE(head.length);
      const part = `${store}.${process.pid}.part`;
      original.writeFileSync(part, Buffer.concat([length, head, ...code.values()]), {
        mode: 0o600,
      });
      original.renameSync(part, store);
    } catch {
      // the next start compiles again
    }
  }

  // A module that is required. A Node that lets nobody hand it one loads it from a file.
  function required(module, file, name, before, self, all) {
    if (Module.registerHooks) {
      hooks();
      return before.apply(self, all);
    }
    return before.call(self, module, everything(follow(name)));
  }

  // All files, unpacked.
  let isUnpacked = false;
  function everything(name) {
    if (!isUnpacked) {
      for (const one of entries.keys()) {
        if (kindOf(one) !== 'l') write(one);
      }
      for (const [one, entry] of entries) {
        const file = path.join(unpackFolder(), ...one.split('/'));
        if (kindOf(one) === 'l' && !original.existsSync(file)) {
          original.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
          original.symlinkSync(files.target(entry), file);
        }
      }
      isUnpacked = true;
    }
    return path.join(unpackFolder(), ...name.split('/'));
  }

  // Whether Node lets modules be handed over that are imported.
  let hooked = false;
  function hooks() {
    if (hooked) return true;
    hooked = true;
    if (Module.registerHooks) {
      Module.registerHooks({
        resolve(specifier, context, next) {
          prepare(specifier);
          return isBuiltin(specifier)
            ? next(specifier, context)
            : (imported(specifier, context) ?? next(specifier, context));
        },
        load(address, context, next) {
          return (
            (context.conditions?.includes('import') !== false ? files.load(address) : undefined) ??
            next(address, context)
          );
        },
      });
    } else if (Module.register) {
      // the thread that finds modules cannot tell this one when it comes to them
      prepare('child_process');
      prepare('worker_threads');
      const source = `import { createRequire } from 'node:module';
const require = createRequire('file:///girdle');
${girdleFiles}
let files;
export function initialize(given) { files = girdleFiles(given.place, given.offset, given.length, given.log); }
export async function resolve(specifier, context, next) {
  return (/^node:/.test(specifier) ? undefined : files.resolveImport(specifier, context)) ?? next(specifier, context);
}
export async function load(address, context, next) { return files.load(address) ?? next(address, context); }`;
      Module.register('data:text/javascript;base64,' + Buffer.from(source).toString('base64'), {
        parentURL: 'file:///',
        data: { place, offset, length, log: log && log + '.modules' },
      });
    } else {
      hooked = false;
    }
    return hooked;
  }

  function imported(specifier, context) {
    return files.resolveImport(specifier, context);
  }

  // ---- other processes and threads of the same program

  function entryOf(words) {
    const at = words.findIndex((w) => typeof w === 'string' && !w.startsWith('-'));
    const name = at < 0 ? undefined : inside(words[at]);
    return name === undefined || follow(name) === undefined
      ? undefined
      : { at, name: follow(name) };
  }

  function redirected(command, words, options) {
    if (
      Array.isArray(words) &&
      (command === process.execPath || /^node(\.exe)?$/.test(String(command)))
    ) {
      const entry = entryOf(words);
      if (entry) {
        const changed = [...words];
        changed[entry.at] = place;
        return [
          command,
          changed,
          { ...options, env: { ...(options?.env ?? process.env), GIRDLE_INNER: entry.name } },
        ];
      }
    }
    const name = inside(command);
    if (name !== undefined && entries.has(follow(name)))
      return [unpacked(follow(name)), words, options];
    return [command, words, options];
  }

  // Both take time to load, and most programs want neither.
  const lazily = {
    child_process(children) {
      for (const call of ['spawn', 'spawnSync', 'execFile', 'execFileSync']) {
        const before = children[call];
        children[call] = Object.assign(function (command, ...rest) {
          const words = Array.isArray(rest[0]) ? rest.shift() : undefined;
          const options =
            rest[0] !== null && typeof rest[0] === 'object' ? rest.shift() : undefined;
          const [c, w, o] = redirected(command, words ?? [], options);
          return before.call(this, c, w, ...(o === undefined ? [] : [o]), ...rest);
        }, before);
        named(children[call], call);
      }
      const promisify = require('util').promisify;
      children.execFile[promisify.custom] = (...all) => {
        let child;
        const promise = new Promise((resolve, reject) => {
          child = children.execFile(...all, (error, stdout, stderr) =>
            error ? reject(Object.assign(error, { stdout, stderr })) : resolve({ stdout, stderr }),
          );
        });
        promise.child = child;
        return promise;
      };
      const fork = children.fork;
      children.fork = function (file, ...rest) {
        const words = Array.isArray(rest[0]) ? rest.shift() : [];
        const options = rest[0] ?? {};
        const name = file === place ? undefined : inside(file);
        if (name === undefined) return fork.call(this, file, words, options);
        const there = files.find(outside(name), 'app/x', requireConditions, false) ?? name;
        return fork.call(this, place, words, {
          ...options,
          env: { ...(options.env ?? process.env), GIRDLE_INNER: there },
        });
      };
    },
    worker_threads(threads) {
      const Worker = threads.Worker;
      threads.Worker = class extends Worker {
        constructor(file, options = {}) {
          const name =
            options.eval || (typeof file === 'string' && file.startsWith('data:'))
              ? undefined
              : inside(file);
          const there =
            name === undefined
              ? undefined
              : files.find(outside(name), 'app/x', requireConditions, false);
          if (there === undefined) super(file, options);
          else
            super(
              `globalThis[Symbol.for('girdle.inner')] = ${JSON.stringify(there)}; require(${JSON.stringify(place)})`,
              { ...options, eval: true },
            );
        }
      };
      Object.defineProperty(threads.Worker, 'name', { value: 'Worker' });
    },
  };
  function prepare(request) {
    const name = typeof request === 'string' ? request.replace(/^node:/, '') : '';
    // what starts processes of its own starts them by this one
    const patch = name === 'cluster' ? 'child_process' : name;
    if (Object.hasOwn(lazily, patch)) {
      const change = lazily[patch];
      delete lazily[patch];
      change(require(patch));
      Module.syncBuiltinESMExports();
    }
  }
  const loadAny = Module._load;
  Module._load = function (request) {
    prepare(request);
    return loadAny.apply(this, arguments);
  };

  Module.syncBuiltinESMExports();

  // ---- start

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
})();
