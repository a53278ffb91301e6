/** Points of Modbus. Entry: ModbusSpace. */
package org.urvant.core.point.modbus;
