@echo off
rem Starts urvant from the unpacked archive. Needs a Java 17 or newer, nothing else.
setlocal
set "java=java"
if defined JAVA_HOME set "java=%JAVA_HOME%\bin\java"
set "classes=%USERPROFILE%\.cache\urvant\classes-${project.version}.jsa"
if defined URVANT_HOME set "classes=%URVANT_HOME%\cache\classes-${project.version}.jsa"
"%java%" -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -Xshare:auto -Xlog:disable -Dstdout.encoding=UTF-8 ^
  "-XX:SharedArchiveFile=%classes%" "-Durvant.classes=%classes%" %URVANT_JAVA_OPTIONS% ^
  -cp "%~dp0..\lib\*" org.urvant.cli.Main %*
exit /b %ERRORLEVEL%
