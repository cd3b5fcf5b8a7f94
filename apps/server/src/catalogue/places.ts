import type { Transaction } from 'sequelize';
import type { FamilyModel, MakerModel } from '../database/models/catalogue.models.js';
import type { PreparedModel } from '../work/task.js';

/** Ids of makers and families by their names. */
export interface Places {
  makers: ReadonlyMap<string, number>;
  families: ReadonlyMap<string, number>;
}

const placeOf = (maker: string, family: string): string => `${maker}\n${family}`;

/** Ids of the makers and families of some models, made where they are not there yet. */
export async function placesOf(
  models: readonly PreparedModel[],
  tables: { makers: typeof MakerModel; families: typeof FamilyModel },
  transaction: Transaction,
): Promise<Places> {
  const makers = new Map<string, number>();
  const families = new Map<string, number>();
  const wanted = new Set(models.flatMap((m) => (m.maker === null ? [] : [m.maker])));
  for (const name of wanted) {
    const [row] = await tables.makers.findOrCreate({ where: { name }, transaction });
    makers.set(name, row.id);
  }
  for (const { maker, family } of models) {
    if (maker === null || family === null || families.has(placeOf(maker, family))) continue;
    const [row] = await tables.families.findOrCreate({ where: { makerId: makers.get(maker)!, name: family }, transaction });
    families.set(placeOf(maker, family), row.id);
  }
  return { makers, families };
}

/** What stands beside the data of a model. @param from how it came here */
export function columnsOf(model: PreparedModel, from: string | null, { makers, families }: Places) {
  const { name, type, size, maker, family, listed } = model;
  return {
    name,
    type,
    size,
    makerId: maker === null ? null : makers.get(maker)!,
    familyId: maker === null || family === null ? null : families.get(placeOf(maker, family))!,
    listed: JSON.stringify({ ...listed, from }),
  };
}
