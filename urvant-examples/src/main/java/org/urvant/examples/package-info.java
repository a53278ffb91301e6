/** Short runnable programs against the public API, on the demo data. Each is run by a test. */
package org.urvant.examples;
