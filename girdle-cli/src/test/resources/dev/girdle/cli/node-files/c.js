exports.one=1; exports.two=2; Object.defineProperty(exports,'three',{value:3});
