/**
 * YAML as Urvant reads it: every scalar is text with its place; no tags, no aliases; edits change only the
 * value meant, so comments and order survive. Entry: YamlDocument.
 */
package org.urvant.file.yaml;
