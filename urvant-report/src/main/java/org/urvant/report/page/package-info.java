/**
 * Pages in HTML, complete in one file each, to read on a screen and on paper. Entry: Pages.
 */
package org.urvant.report.page;
