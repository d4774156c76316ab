// What the script knows of its program, and where it finds its files.
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
