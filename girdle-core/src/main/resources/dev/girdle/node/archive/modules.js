// Modules inside, found and loaded by Node itself.
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
  // what a text imports that becomes code, nobody can hand over in time
  if (settings.importsInTexts.includes(name)) hooks();
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
  require_.resolve = (request, options) => Module._resolveFilename(request, module, false, options);
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
    const part = partOf(store);
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
