/** Protection: views of values on both sides of instrument transformers, characteristics, and what follows from them. */
package org.urvant.core.protection;
