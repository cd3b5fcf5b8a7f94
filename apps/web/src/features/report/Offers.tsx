import { reportName, type ReportDocument } from '@cedar-knot/report';
import { useEffect, useRef, useState } from 'react';
import { wordsOf } from '../../api/client.js';
import { download } from '../../ui/exportSvg.js';
import { useDropped } from '../../state/dropped.js';
import { FilePick } from '../../ui/FilePick.js';
import type { OfferWork } from '../../worker/report.js';
import { useStudy } from '../context.js';
import { Sheets } from './Sheets.js';
import { msg } from './words.js';

/* Data sheets that go to a maker and come back filled in. */

/** A file of offers as it was chosen. */
export interface OfferFile {
  name: string;
  bytes: Uint8Array<ArrayBuffer>;
}

/** more is no file of data sheets */
const LARGEST = 20_000_000;
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const blobOf = (bytes: Uint8Array): Blob => new Blob([bytes as Uint8Array<ArrayBuffer>], { type: XLSX });

/** The way out and the way back, beside the other exports. */
export function DataSheets({ work, onOffer }: { work: OfferWork; onOffer: (file: OfferFile) => void }) {
  const study = useStudy((s) => s.study);
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const save = async (): Promise<void> => {
    setBusy(true);
    setProblem(null);
    try {
      download(blobOf(await work.dataSheets(study)), `${reportName(study)}_${msg('view.report.dataSheetsFile')}.xlsx`);
    } catch (e) {
      setProblem(wordsOf(e));
    } finally {
      setBusy(false);
    }
  };
  const take = async (file: File): Promise<void> => {
    setProblem(null);
    if (file.size > LARGEST) setProblem(msg('view.report.offerTooLarge'));
    else onOffer({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) });
  };
  const coming = useDropped((s) => s.file);
  useEffect(() => {
    const taken = useDropped.getState().take('offer');
    if (taken) void take(taken.file);
    // the file that was dropped, once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [coming]);
  return (
    <>
      <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">{msg('view.report.dataSheets')}</h3>
      <button
        type="button"
        disabled={isBusy}
        onClick={() => void save()}
        className="border-edge hover:bg-wash flex flex-col rounded-[3px] border px-2 py-1 text-left disabled:opacity-50"
        data-export="sheets"
      >
        <b className="font-semibold">{msg('view.report.xlsxForTheMaker')}</b>
        <span className="text-inkq text-[12px]">{msg('view.report.requiredWithRoomForTheOffer')}</span>
      </button>
      <button type="button" className="text-cedar self-start text-[12px] hover:underline" onClick={() => input.current?.click()}>
        {msg('view.report.readAnOffer')}
      </button>
      <FilePick input={input} label={msg('view.report.offerFile')} accept={`.xlsx,${XLSX}`} onFile={(f) => void take(f)} />
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
    </>
  );
}

/** What came back beside what is required now: it follows every change of the study. */
export function Offers({ file, work }: { file: OfferFile; work: OfferWork }) {
  const study = useStudy((s) => s.study);
  const [read, setRead] = useState<ReportDocument | string | null>(null);
  useEffect(() => {
    let gone = false;
    work.offers(study, file.bytes).then(
      (found) => !gone && setRead(found),
      (e: unknown) => !gone && setRead(wordsOf(e)),
    );
    return () => {
      gone = true;
    };
  }, [work, study, file]);
  if (read === null) return <p className="text-inkq px-3 py-6">{msg('view.report.readingTheOffer')}</p>;
  if (typeof read === 'string')
    return (
      <p role="alert" className="text-fails px-3 py-6">
        ▲ {file.name}: {read}
      </p>
    );
  return (
    <>
      <p className="text-inkq flex flex-none items-baseline gap-3 px-3 pb-2 text-[12.5px]">
        <span className="min-w-0 truncate">{msg('view.report.offerReadFrom', { name: file.name })}</span>
        <button
          type="button"
          className="text-cedar flex-none hover:underline"
          onClick={() =>
            void work
              .workbookOf(read)
              .then((bytes) => download(blobOf(bytes), `${reportName(study)}_${msg('view.report.offerMarkedFile')}.xlsx`))
          }
        >
          {msg('view.report.markedXlsx')}
        </button>
      </p>
      <Sheets report={read} />
    </>
  );
}
