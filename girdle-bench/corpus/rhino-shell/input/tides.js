var list = new java.util.ArrayList();
list.add(4.2); list.add(2.5);
print("high " + java.util.Collections.max(list));
print(JSON.stringify({a: [1, 2], d: /f(i)sh/.exec("found fish")[0]}));
print("found fish".match(/found \w+/)[0]);
try { throw new Error("low") } catch (e) { print(e.message) }
