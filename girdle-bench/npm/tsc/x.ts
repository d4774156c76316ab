const x: number = "a"; export {x}
