test('ties', () => expect(1+1).toBe(2));
