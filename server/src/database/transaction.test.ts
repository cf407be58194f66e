import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from './open';
import { inTransaction } from './transaction';

it('writes that are asked for at the same moment go one after the other, and one that fails takes nothing of the others back', async () => {
  const { orm, close } = connect(mkdtempSync(join(tmpdir(), 'yibbo-transaction-')));
  orm.$client.exec('create table tries (value integer not null)');
  const put = (value: number) => () => {
    orm.$client.exec(`insert into tries values (${value})`);
    if (value < 0) throw new Error('no such value');
    return value;
  };
  const told = await Promise.allSettled([1, -2, 3, 4].map((value) => inTransaction(orm, put(value))));
  expect(told.map((each) => (each.status === 'fulfilled' ? each.value : 'failed'))).toEqual([1, 'failed', 3, 4]);
  const kept = orm.$client.prepare('select value from tries').all();
  expect(kept).toEqual([1, 3, 4].map((value) => ({ value })));
  close();
});
