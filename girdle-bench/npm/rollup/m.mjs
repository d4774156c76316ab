export const a = 1 + 2; console.log(a)
