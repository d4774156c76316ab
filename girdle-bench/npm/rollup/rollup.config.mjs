import r from '@rollup/plugin-node-resolve'; import t from '@rollup/plugin-terser'; export default {input:'m.mjs',output:{format:'es'},plugins:[r(),t()]};
