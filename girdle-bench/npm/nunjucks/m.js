const n=require('nunjucks'), y=require('js-yaml'), yargs=require('yargs/yargs'), path=require('path'), fs=require('fs');
n.configure(path.resolve(__dirname,'tpl')); const a = (yargs.default||yargs)(process.argv.slice(2)).option('n',{default:'north'}).parse ? 'north' : 'x';
console.log(n.render('a.njk', y.load(fs.readFileSync(`${__dirname}/data.yml`,'utf8'))), a);
