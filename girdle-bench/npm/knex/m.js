const initSqlJs = require('sql.js'); const knex = require('knex')({ client: 'better-sqlite3', useNullAsDefault: true });
console.log(knex('tides').where('h', '>', 3).toString());
initSqlJs().then(S => { const db = new S.Database(); db.run('create table t(a)'); db.run('insert into t values (4)'); console.log(JSON.stringify(db.exec('select a from t'))); process.exit(0); });
