export { once } from '@/store/requests.ts';
