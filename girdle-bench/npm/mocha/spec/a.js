const {expect}=require('chai'); it('ties', () => expect(1).to.equal(1));
