/**
 * IPv4 addresses of stations, and whether they reach each other. Entry: Station. Immutable. RFC 791, RFC 950 and RFC 3021.
 */
package org.urvant.core.network;
