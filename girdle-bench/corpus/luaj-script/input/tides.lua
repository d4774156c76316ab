local t = { north = 4.2 }
for k, v in pairs(t) do print(k .. " " .. v) end
print(string.match("found fish dock", "found %w+"))
local co = coroutine.create(function() coroutine.yield(1) return 2 end)
coroutine.resume(co)
print("rest " .. select(2, coroutine.resume(co)))
print(string.format("%05.1f|%s", 3.14159, table.concat({1, 2}, ",")))
