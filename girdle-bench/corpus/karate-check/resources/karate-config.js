function fn() {
  return { office: 'Ternhaven' };
}
