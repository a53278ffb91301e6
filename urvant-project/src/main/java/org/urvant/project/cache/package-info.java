/**
 * What makes later work fast and can be made again at any time, in a folder of the user's own: files as they were read, indexes,
 * findings. Nothing of it is trusted that does not belong to the very octets that it was made of.
 */
package org.urvant.project.cache;
