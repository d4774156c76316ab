export const tie = a => a.join('-');
