import ternhaven
from ternhaven.berths import open_at

print(open_at(2), len(list(ternhaven.__path__)))
