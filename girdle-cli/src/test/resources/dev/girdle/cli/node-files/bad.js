
  throw new Error("bad");