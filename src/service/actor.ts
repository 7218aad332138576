export { actingAs, actor } from '@/store/actor.ts';
