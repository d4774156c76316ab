console.log("board");
