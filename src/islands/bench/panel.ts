import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Send, SessionState } from '@/core/session/index.ts';

export interface Panel {
  state: SessionState;
  units: ShopUnits;
  onSend: (send: Send) => void;
  onClose: () => void;
}
