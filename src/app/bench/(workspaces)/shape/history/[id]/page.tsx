export { HistoryPage as default } from '../../../history/history-page';
