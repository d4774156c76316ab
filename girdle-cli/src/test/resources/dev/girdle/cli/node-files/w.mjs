import {parentPort,workerData} from 'node:worker_threads';import './d.mjs';parentPort.postMessage(workerData)
