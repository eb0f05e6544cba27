/** What server and screens agree on: requests (checked by class-validator), answers, and the Frame screen's messages. */
export * from './answers.ts';
export { checked, ContractError, type Detail } from './check.ts';
export { checkedRevision, type RevisionRequest } from './design-edits.ts';
export { checkedEdit, type EditRequest } from './edits.ts';
export { checkedScreenCommand, type ScreenCommand } from './frame-commands.ts';
export { checkedFrameReply } from './frame-replies.ts';
export {
  AdvanceRequest,
  DESIGN_FORMATS,
  DesignExportQuery,
  type DesignFormat,
  DesignLabelsRequest,
  CLOTH_WIDTHS,
  EXPORT_FORMATS,
  type ExportFormat,
  ExportQuery,
  FrameRequest,
  KeptRecipeRequest,
  LARGEST_FILE,
  LARGEST_PHOTO,
  MapDrawingQuery,
  NewDesignQuery,
  NewQuiltRequest,
  NewRunRequest,
  PairRequest,
  ResumeRequest,
  ShelfQuery,
  SheetQuery,
  ShoppingQuery,
  SNAPS,
} from './requests.ts';
export { isId } from './records/ids.ts';
export { type TouchToMake } from './records/touches.ts';
