import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app';
import { BadAddress } from './model/question';
import '@fontsource-variable/source-sans-3/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import './theme/page.css';

const root = document.getElementById('root');
if (root) {
  createRoot(root, {
    // An address that cannot be read is said on the page; it is no fault of the program.
    onCaughtError: (fault) => {
      if (!(fault instanceof BadAddress)) console.error(fault);
    },
  }).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}
