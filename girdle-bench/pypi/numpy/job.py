import numpy as np

a = np.arange(12).reshape(3, 4)
print(a.T @ a)
print(np.linalg.inv(np.eye(3) * 2))
print(np.fft.fft([1, 2, 3]).round(3))
print(np.random.default_rng(1).integers(0, 9, 3))
np.save("tides.npy", a)
print(np.load("tides.npy").sum(), np.polynomial.Polynomial.fit([0, 1, 2], [1, 3, 7], 2).convert().coef.round(6))
