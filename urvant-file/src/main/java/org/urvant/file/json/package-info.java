/**
 * JSON to and from the core's plain tree, with limits and exact decimals. Entry: JsonTree.
 */
package org.urvant.file.json;
