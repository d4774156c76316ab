'use strict';
// The berth board: a page for the screen in the hall, and the same as JSON.
const fs = require('fs');
const http = require('http');
const path = require('path');
const mustache = require('mustache');

const berths = JSON.parse(fs.readFileSync(path.join(__dirname, 'data', 'berths.json'), 'utf8'));
const files = path.join(__dirname, 'public');

function page() {
  const view = fs.readFileSync(path.join(__dirname, 'views', 'board.html'), 'utf8');
  return mustache.render(view, { berths, free: berths.filter((b) => !b.ship).length });
}

function answer(request, response) {
  const name = new URL(request.url, 'http://berths').pathname;
  if (name === '/') {
    response.setHeader('Content-Type', 'text/html; charset=utf-8');
    response.end(page());
  } else if (name === '/berths.json') {
    response.setHeader('Content-Type', 'application/json');
    response.end(JSON.stringify(berths));
  } else if (name === '/board.css') {
    response.setHeader('Content-Type', 'text/css');
    fs.createReadStream(path.join(files, 'board.css')).pipe(response);
  } else {
    response.statusCode = 404;
    response.end('There is no such board.\n');
  }
}

if (process.argv.includes('--print')) {
  process.stdout.write(page());
} else {
  const port = Number(process.env.BERTH_BOARD_PORT || 8460);
  http.createServer(answer).listen(port, () => {
    console.log(`The berth board is on http://localhost:${port}/`);
  });
}
