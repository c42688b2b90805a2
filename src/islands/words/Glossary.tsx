import { ArrowLeft, Printer } from 'lucide-react';
import { useState } from 'react';
import { Button, ButtonLink, Note, TextField } from '~/components';
import { finder, TERM_IDS, term, termFinds, termHelp, upper } from '~/words';
import { Frame } from '../app/Frame';
import css from './Glossary.module.css';

/** Every word of the trade that is used here: what it is, and what else it is called. Prints on one sheet. */
export function Glossary() {
  return (
    <Frame what="the words">
      <Words />
    </Frame>
  );
}

function Words() {
  const [search, setSearch] = useState('');
  const isFound = finder(search);
  const found = TERM_IDS.filter((id) => isFound(term(id), ...termFinds(id))).sort((a, b) =>
    term(a).localeCompare(term(b), 'en'),
  );
  return (
    <main className={css.page}>
      <header className={css.head}>
        <ButtonLink look="plain" href="/" icon={<ArrowLeft size={22} />} label="All projects" />
        <h1>Words</h1>
        <Button icon={<Printer size={20} />} onClick={() => window.print()}>
          Print
        </Button>
      </header>
      <div className={css.search}>
        <TextField label="Search the words" value={search} onChange={setSearch} />
      </div>
      {found.length === 0 && (
        <Note actions={<Button onClick={() => setSearch('')}>Clear search</Button>}>
          <span role="status">No word matches “{search}”.</span>
        </Note>
      )}
      <dl className={css.list}>
        {found.map((id) => (
          <div key={id} data-term={id}>
            <dt>{upper(term(id))}</dt>
            <dd>{termHelp(id)}</dd>
            <dd className={css.also}>Also: {termFinds(id).join(', ')}</dd>
          </div>
        ))}
      </dl>
    </main>
  );
}
