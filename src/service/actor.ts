export { actingAs } from '@/store/actor.ts';
