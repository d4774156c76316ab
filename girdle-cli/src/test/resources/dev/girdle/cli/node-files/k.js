process.send([process.argv[2],require.main===module,require('./data/sub/b').n]);process.disconnect()
