# Prints a line of time and pitch every five milliseconds: by autocorrelation, 55 to 1400 Hz.
form Pitch
    sentence file voice.wav
endform
sound = Read from file: file$
pitch = To Pitch (ac): 0.005, 55, 15, "no", 0.03, 0.45, 0.01, 0.35, 0.14, 1400
frames = Get number of frames
clearinfo
for i to frames
    time = Get time from frame number: i
    hertz = Get value in frame: i, "Hertz"
    if hertz = undefined
        hertz = 0
    endif
    appendInfoLine: fixed$ (time, 6), " ", fixed$ (hertz, 4)
endfor
