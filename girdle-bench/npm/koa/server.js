const Koa=require('koa'), Router=require('@koa/router'), serve=require('koa-static'), path=require('path');
const app=new Koa(), r=new Router(); r.get('/t', c=>{c.body={t:4}}); app.use(serve(path.join(__dirname,'public'))); app.use(r.routes());
const s=app.listen(0, async()=>{ for (const u of ['/t','/a.txt','/n']) { const a=await fetch('http://127.0.0.1:'+s.address().port+u); console.log(u,a.status,await a.text()); } s.close(); });
