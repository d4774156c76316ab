module.exports={mode:'production',devtool:false,stats:'none',module:{rules:[{test:/\.js$/,use:'babel-loader'}]},output:{path:require('path').resolve('dist')}}
