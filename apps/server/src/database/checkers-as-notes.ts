import type { Study } from '@cedar-knot/core';
import { msg } from '../words.js';

/** The study with the names of who checked and approved as notes; itself where it has none. */
export function checkersAsNotes(study: Study): Study {
  const { checkedBy, approvedBy, ...report } = study.report ?? {};
  const said = [
    ...(checkedBy ? [msg('server.checkedAsTyped', { name: checkedBy })] : []),
    ...(approvedBy ? [msg('server.approvedAsTyped', { name: approvedBy })] : []),
  ];
  if (said.length === 0) return study;
  return { ...study, notes: [...(study.notes ? [study.notes] : []), ...said].join('\n'), report };
}
