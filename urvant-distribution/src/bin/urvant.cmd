@echo off
rem Starts urvant from the unpacked archive. Needs a Java 17 or newer, nothing else.
setlocal
set "java=java"
if defined JAVA_HOME set "java=%JAVA_HOME%\bin\java"
"%java%" -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -Xshare:auto -Dstdout.encoding=UTF-8 ^
  %URVANT_JAVA_OPTIONS% -cp "%~dp0..\lib\*" org.urvant.cli.Main %*
exit /b %ERRORLEVEL%
