// Other processes and threads of the same program.
function entryOf(words) {
  const at = words.findIndex((w) => typeof w === 'string' && !w.startsWith('-'));
  const name = at < 0 ? undefined : inside(words[at]);
  return name === undefined || follow(name) === undefined ? undefined : { at, name: follow(name) };
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
        const options = rest[0] !== null && typeof rest[0] === 'object' ? rest.shift() : undefined;
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
