import Fastify from 'fastify'; import view from '@fastify/view'; import handlebars from 'handlebars'; import path from 'node:path'; import { fileURLToPath } from 'node:url';
const here = path.dirname(fileURLToPath(import.meta.url));
const app = Fastify({ logger: false });
app.register(view, { engine: { handlebars }, root: path.join(here, 'templates') });
app.get('/', (q, r) => r.view('board.hbs', { name: 'north' })); app.get('/json', async () => ({ ok: true }));
await app.listen({ port: 0 }); for (const u of ['/', '/json', '/x']) { const a = await app.inject(u); console.log(u, a.statusCode, a.body); } await app.close();
