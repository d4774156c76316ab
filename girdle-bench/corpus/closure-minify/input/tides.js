class Tide { constructor(q, l) { this.quay = q; this.level = l; } get high() { return this.level > 3; } }
const unused = 3;
for (const t of [new Tide('north', 4.2), new Tide('fish', 2.5)]) { if (t.high) console.log(`${t.quay} high`); }
