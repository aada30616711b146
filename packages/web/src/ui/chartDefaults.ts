import { Chart } from 'chart.js';

/** What all charts have in common: the letters of the page. */
Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif";
Chart.defaults.font.size = 14;
