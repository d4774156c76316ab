// What the team runs before it hands the board over; nothing of it is needed on the screen.
const lint = require('pier-lint');
lint(require('../data/berths.json'));
