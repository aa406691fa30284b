import APPLIES from './applies.json' with { type: 'json' }

/** What a property applies to, in our words, by mdn-data's name for the sort of elements. */
const WORDS: Readonly<Record<keyof typeof APPLIES, string>> = {
  allElementsButNonReplacedAndTableColumns: 'every box but plain inline ones and columns of tables',
  allElementsButNonReplacedAndTableRows: 'every box but plain inline ones and rows of tables',
  allElementsExceptInlineBoxesAndInternalRubyOrTableBoxes: 'every box but inline ones and parts of tables',
  allElementsExceptInternalTableDisplayTypes: 'every box but rows, columns and groups of tables',
  allElementsExceptNonReplacedInlineElementsTableRowsColumnsRowColumnGroups:
    'every box but plain inline ones and rows, columns and groups of tables',
  allElementsExceptTableDisplayTypes: 'every box but parts of tables',
  allElementsExceptTableElementsWhenCollapse: 'every box but parts of tables whose borders collapse',
  allElementsExceptTableRowColumnGroupsTableRowsColumns: 'every box but rows, columns and groups of tables',
  allElementsExceptTableRowGroupsRowsColumnGroupsAndColumns: 'every box but rows, columns and groups of tables',
  allElementsSomeValuesNoEffectOnNonInlineElements: 'every box; some values work on inline boxes alone',
  allElementsTreeAbidingPseudoElementsPageMarginBoxes:
    '::before, ::after and other pseudo-elements, and elements that show a picture',
  allElementsUAsNotRequiredWhenCollapse: 'every box; not always to parts of tables whose borders collapse',
  blockContainerElements: 'boxes that hold lines of text',
  blockContainers: 'boxes that hold lines of text',
  blockContainersAndInlineBoxes: 'boxes that hold lines of text, and inline boxes',
  blockContainersExceptMultiColumnContainers: 'boxes that hold lines of text in one column',
  blockContainersExceptTableWrappers: 'boxes that hold lines of text, but not tables',
  blockContainersFlexContainersGridContainers: 'block, flex and grid containers',
  blockContainersFlexContainersGridContainersInlineBoxesTableRowsSVGTextContentElements:
    'containers, inline boxes, rows of tables and text of SVG',
  blockContainersMultiColumnContainersFlexContainersGridContainers:
    'block, flex and grid containers, and boxes in columns',
  blockElementsInNormalFlow: 'blocks in the flow of the page',
  blockLevelBoxesAndAbsolutelyPositionedBoxesAndGridItems: 'blocks, items of a grid and absolutely positioned boxes',
  blockLevelElements: 'blocks',
  elementsForWhichSizeContainmentCanApply:
    'boxes whose size can be kept apart from what they hold: not inline ones, not parts of tables',
  elementsWithOverflowNotVisibleAndReplacedElements: 'boxes whose overflow is not visible, pictures and the like',
  firstLetterPseudoElementsAndInlineLevelFirstChildren: '::first-letter, and inline boxes that come first',
  flexContainers: 'flex containers',
  flexItemsAndInFlowPseudos: 'items of a flex container',
  flexItemsGridItemsAbsolutelyPositionedContainerChildren:
    'items of a flex or grid container, and what is positioned in one',
  flexItemsGridItemsAndAbsolutelyPositionedBoxes: 'items of a flex or grid container, and absolutely positioned boxes',
  floats: 'floats',
  gridContainers: 'grid containers',
  gridItemsAndBoxesWithinGridContainer: 'items of a grid, and what is positioned in one',
  inFlowBlockLevelElements: 'blocks in the flow of the page',
  inlineLevelAndTableCellElements: 'inline boxes and cells of tables',
  inlineLevelBoxes: 'inline boxes',
  inlineLevelBoxesAndSVGTextContentElements: 'inline boxes and text of SVG',
  inlineLevelBoxesFlexItemsGridItemsTableCellsAndSVGTextContentElements:
    'inline boxes, items of a flex or grid container, cells of tables and text of SVG',
  limitedSVGElementsCircle: 'circles of SVG',
  limitedSVGElementsEllipse: 'circles and ellipses of SVG',
  limitedSVGElementsEllipseRect: 'ellipses and rectangles of SVG',
  limitedSVGElementsFilterPrimitives: 'filters of SVG',
  limitedSVGElementsFloodAndDropShadow: 'filters of SVG',
  limitedSVGElementsGeometry: 'rectangles, pictures and the like of SVG',
  limitedSVGElementsGraphics: 'shapes and text of SVG in a clip path',
  limitedSVGElementsGraphicsAndUse: 'shapes and text of SVG',
  limitedSVGElementsLightSource: 'lights in filters of SVG',
  limitedSVGElementsPath: 'paths of SVG',
  limitedSVGElementsShapeText: 'shapes and text of SVG',
  limitedSVGElementsShapes: 'shapes of SVG',
  limitedSVGElementsStop: 'stops of gradients of SVG',
  limitedSVGElementsTextContent: 'text of SVG',
  listItems: 'list items',
  maskElements: 'masks of SVG',
  multiColumnElementsFlexContainersGridContainers: 'flex and grid containers, and boxes in columns',
  multicolElements: 'boxes in columns',
  multilineFlexContainers: 'flex containers with several lines, and grid containers',
  nonReplacedBlockAndInlineBlockElements: 'boxes that scroll',
  nonReplacedInlineElements: 'inline boxes with text',
  positionedElements: 'positioned boxes: position is not static',
  replacedElements: 'pictures, videos and the like',
  rubyAnnotationContainers: 'annotations of ruby',
  rubyBasesAnnotationsBaseAnnotationContainers: 'bases and annotations of ruby',
  scrollContainers: 'boxes that scroll',
  scrollingBoxes: 'boxes that scroll',
  tableCaptionElements: 'captions of tables',
  tableCellElements: 'cells of tables',
  tableElements: 'tables',
  textAndBlockContainers: 'text, and boxes that hold lines of it',
  textElements: 'text',
  textOrElementsThatAcceptInput: 'text, and fields that take some',
  transformableElements: 'every box but plain inline ones and columns of tables',
}

const sortOf = new Map(
  Object.entries(APPLIES).flatMap(([sort, names]) =>
    names.map((name) => [name, sort as keyof typeof APPLIES] as const),
  ),
)

/** What a property applies to, as a sentence; '' where that is every element, or is not known. */
export function appliesTo(property: string): string {
  const sort = sortOf.get(property)
  return sort ? `Applies to ${WORDS[sort]}.` : ''
}
