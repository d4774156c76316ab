const s=require('sharp'); s({create:{width:8,height:8,channels:3,background:'red'}}).png().toBuffer().then(b=>console.log(b.length, b.slice(1,4).toString()))
