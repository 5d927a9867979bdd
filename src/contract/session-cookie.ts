/** The cookie that carries a session's token. */
export const SESSION_COOKIE = 'clear_frame_session';
