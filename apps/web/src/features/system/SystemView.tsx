import { firstLine } from '../../state/address.js';
import { Button } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { ElementPanel } from './ElementPanel.js';
import { LineSheet } from './LineSheet.js';
import { ScenarioPanel } from './ScenarioPanel.js';
import { Profile } from './Profile.js';

/** The system drawn from its entries, the sheet in which they are typed, and the entries of the chosen thing beside it. */
export function SystemView() {
  const lines = useStudy((s) => s.study.lines);
  const change = useStudy((s) => s.change);
  const selected = useStudy((s) => s.selected);
  if (lines.length === 0) {
    return (
      <div className="panel flex flex-1 flex-col items-center justify-center gap-3">
        <p className="text-[14px] font-semibold">Nothing leads anywhere yet</p>
        <p className="text-inkq max-w-[420px] text-center">
          Begin with a line from a supply to a destination: two vessels, a suction, a pump and a discharge. Every entry can be
          changed afterwards.
        </p>
        <Button tone="main" onClick={() => change('Lay a first line', firstLine())}>
          Lay a first line
        </Button>
      </div>
    );
  }
  return (
    <>
      <Profile />
      <div className="flex min-h-0 flex-1 gap-2">
        <LineSheet />
        {/* always there, so that choosing a row moves nothing under the pointer */}
        {selected === null ? <ScenarioPanel /> : <ElementPanel key={selected} id={selected} />}
      </div>
    </>
  );
}
