const express = require('express');
const path = require('path');
const fs = require('fs');
const app = express();
app.set('view engine', 'ejs');
app.set('views', path.join(__dirname, 'views'));
app.use('/static', express.static(path.join(__dirname, 'public')));
const berths = JSON.parse(fs.readFileSync(path.join(__dirname, 'data/berths.json'), 'utf8'));
app.get('/', (q, r) => r.render('board', { berths }));
app.get('/berths', (q, r) => r.json(berths));
const server = app.listen(0, async () => {
  const p = server.address().port;
  for (const u of ['/', '/berths', '/static/style.css', '/none']) {
    const a = await fetch(`http://127.0.0.1:${p}${u}`);
    console.log(u, a.status, (await a.text()).replace(/\s+/g, ' '));
  }
  server.close();
});
