import json, re, csv, datetime, collections
from java.util import ArrayList
print(json.dumps({"quay": "north"}))
print(re.sub(r"(\w+) (\w+)", r"\1-\2", "fish dock"))
a = ArrayList([4.2, 2.5])
print("mean %.2f" % (sum(a) / len(a)))
print(datetime.date(2026, 3, 14).strftime("%Y/%m/%d"))
Tide = collections.namedtuple("Tide", "quay level")
print(Tide("north", 4))
