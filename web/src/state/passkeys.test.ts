import { describe, expect, it } from 'vitest';
import { noPasskeys } from './passkeys';

const at = (href: string) => new URL(href) as unknown as Location;

describe('where passkeys can be used', () => {
  it('is any name, when the browser knows them', () => {
    expect(noPasskeys(at('http://localhost:5080/'), true)).toBeUndefined();
    expect(noPasskeys(at('https://bench.example/'), true)).toBeUndefined();
    expect(noPasskeys(at('http://bench.example/'), false)?.elsewhere).toBeUndefined();
    expect(noPasskeys(at('http://bench.example/'), false)?.why).toContain('TLS');
  });

  it('is not an address in figures; this machine has a name', () => {
    expect(noPasskeys(at('http://127.0.0.1:5080/account'), true)?.elsewhere).toBe(
      'http://localhost:5080/account',
    );
    expect(noPasskeys(at('http://192.168.1.4/'), true)).toEqual({
      why: 'Passkeys belong to a name, and this page is at an address in figures.',
    });
    expect(noPasskeys(at('http://[::1]:5080/'), true)?.why).toContain('in figures');
  });
});
