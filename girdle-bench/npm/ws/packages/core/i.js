exports.x=require('ms')('2h')
