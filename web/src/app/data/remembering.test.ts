import { remembering } from './remembering';

describe('remembering', () => {
  it('works once while the input says the same, and anew when it does not', () => {
    const work = jest.fn((i: { readonly a: { readonly b: readonly number[] } }) => ({ sum: i.a.b.length }));
    const once = remembering(work);
    const first = once({ a: { b: [1, 2] } });
    expect(once({ a: { b: [1, 2] } })).toBe(first);
    expect(work).toHaveBeenCalledTimes(1);
    expect(once({ a: { b: [1] } })).toEqual({ sum: 1 });
    expect(once({ a: { b: [1, 2] } })).toEqual(first);
    expect(work).toHaveBeenCalledTimes(3);
  });
  it('does not keep an error for an answer', () => {
    let broken = true;
    const once = remembering((i: number) => {
      if (broken) throw new Error('no pose');
      return i;
    });
    expect(() => once(3)).toThrow('no pose');
    broken = false;
    expect(once(3)).toBe(3);
  });
});
