console.log(require('@t/core').x)
