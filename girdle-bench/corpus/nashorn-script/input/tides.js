const tides = [{ quay: 'north', level: 4.2 }, { quay: 'south', level: 2.5 }];
print('mean ' + tides.map(t => t.level).reduce((a, b) => a + b) / 2);
let m = new Map(); m.set('a', 1); print(m.size);
try { throw new Error('no such quay'); } catch (e) { print('caught ' + e.message); }
print('list ' + [1, 2, 3].map(x => x * x));
var ArrayList = Java.type('java.util.ArrayList');
var l = new ArrayList(); l.add('x'); print(l, JSON.stringify(tides));
print(/(\w+)@(\w+)/.exec('desk@ternhaven')[2]);
print(new Date(0).toISOString(), (12345.678).toFixed(1), parseInt('ff', 16));
var R = Java.extend(java.lang.Runnable, { run: function () { print('ran'); } }); new R().run();
