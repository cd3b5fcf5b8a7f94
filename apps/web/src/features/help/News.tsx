import { useState } from 'react';
import { NEWEST, sawNews, seenNews } from '../../state/news.js';
import { Button } from '../../ui/controls.js';
import { msg } from './words.js';

/** What came with each update, the newest first; a day is its name. */
const NEWS = [
  { day: NEWEST, items: [msg('view.help.newsBeginnings'), msg('view.help.newsList'), msg('view.help.newsDrop'), msg('view.help.newsScreens')] },
] as const; // prettier-ignore

/** Said once after an update to somebody who was here before. */
export function News() {
  const [seen, setSeen] = useState(seenNews);
  const since = NEWS.filter((n) => n.day > seen);
  if (since.length === 0) return null;
  return (
    <section className="panel mb-4 flex flex-wrap items-start gap-4 p-3" aria-label={msg('view.help.news')} data-news>
      <div className="min-w-[220px] flex-1">
        <h2 className="text-[13px] font-semibold">{msg('view.help.news')}</h2>
        <ul className="mt-1 list-disc pl-4 text-[12.5px] leading-5">
          {since
            .flatMap((n) => n.items)
            .map((text) => (
              <li key={text}>{text}</li>
            ))}
        </ul>
      </div>
      <Button
        onClick={() => {
          sawNews(NEWS[0].day);
          setSeen(NEWS[0].day);
        }}
      >
        {msg('app.close')}
      </Button>
    </section>
  );
}
