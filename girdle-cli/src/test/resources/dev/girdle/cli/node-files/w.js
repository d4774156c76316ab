const {parentPort,workerData}=require('worker_threads');parentPort.postMessage([workerData,process.argv[2],require('./data/sub/b').n])
