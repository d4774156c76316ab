// Writes down the modules that a program loads; it is there only while a program is rehearsed.
'use strict';
const fs = require('fs');
const path = require('path');
const Module = require('module');
const { threadId } = require('worker_threads');
const { fileURLToPath } = require('url');
const append = fs.appendFileSync;
const log = path.join(__dirname, `modules-${process.pid}-${threadId}.txt`);
const told = new Set();
function tell(file) {
  if (typeof file === 'string' && !told.has(file)) {
    told.add(file);
    try {
      append(log, file + '\n');
    } catch {
      // whoever closed the folder wants to know no more
    }
  }
}
process.env.GIRDLE_SEEN = __dirname;
const load = Module.prototype.load;
Module.prototype.load = function (file) {
  tell(file);
  return load.apply(this, arguments);
};
if (Module.registerHooks) {
  Module.registerHooks({
    load(address, context, next) {
      if (address.startsWith('file:')) tell(fileURLToPath(address.replace(/[?#].*$/, '')));
      return next(address, context);
    },
  });
}
