console.log(process.argv[2])
