import { marked } from 'marked'; import { Command } from 'commander'; import chalk from 'chalk';
const p = new Command(); p.argument('<t>').action(t => console.log(marked.parse(t), chalk.red('x'))); p.parse();
