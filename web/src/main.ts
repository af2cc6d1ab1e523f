import './app.css';

import { mount } from 'svelte';

import App from './App.svelte';
import { leaveField } from './parts/drafts';

// A finger needs more room than a mouse.
if (navigator.maxTouchPoints > 0) document.documentElement.classList.add('touch');
addEventListener('pagehide', leaveField);
const target = document.getElementById('app');
if (target) mount(App, { target });
