/** Letters of other scripts are joined, turned round, set closer beside punctuation, or parted from each other at the end of a line. */
const OTHERS = /[^\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\p{Script=Common}\p{Script=Inherited}]/u

/** Whether all of a text is of the scripts whose setting and breaking is followed here. */
export const isFollowed = (text: string) => !OTHERS.test(text)
