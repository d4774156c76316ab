console.log('first');
