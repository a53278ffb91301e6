/**
 * Tables of values for spreadsheets: CSV and XLSX, read with limits and written so that no cell becomes a formula. Entry:
 * ValueTable.
 */
package org.urvant.formats.table;
