const { Linter } = require('eslint');
const babel = require('@babel/core');
const express = require('express');
const webpack = require('webpack');
const text = 'const berth = (n) => `north ${n}`; var free = 3;';
console.log(new Linter().verify(text, { parserOptions: { ecmaVersion: 2020 }, rules: { 'no-var': 2 } }).map((m) => m.message).join());
console.log(babel.transformSync(text, { configFile: false, babelrc: false }).code);
console.log(typeof express().listen, typeof webpack.Compiler, Object.keys(require.cache).length > 500);
