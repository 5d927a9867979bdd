vcl 4.1;

# A shared cache in front of Clear Frame. The installation is run with
#   CLEAR_FRAME_SHARED_SECONDS=86400 CLEAR_FRAME_STALE_SECONDS=60 CLEAR_FRAME_PROXIES=1
#   CLEAR_FRAME_SHARED_CACHES=http://127.0.0.1:6081/
# and tells this cache what to drop, by the names of what a page is made of (Cache-Groups, RFC 9875).

import std;

backend default {
  .host = "127.0.0.1";
  .port = "4100";
}

# Who may tell it what to drop: the installation.
acl installation {
  "127.0.0.1";
  "::1";
}

sub vcl_recv {
  if (req.method == "PURGE") {
    if (client.ip !~ installation) {
      return (synth(405, "Only the installation says what is dropped."));
    }
    # The names come as "a", "b": any of them.
    set req.http.x-groups = regsuball(regsuball(req.http.cache-groups, "[^A-Za-z0-9_,-]", ""), ",", "|");
    if (req.http.x-groups == "") {
      return (synth(400, "Which groups?"));
    }
    if (std.ban("obj.http.cache-groups ~ [^A-Za-z0-9_-](" + req.http.x-groups + ")[^A-Za-z0-9_-]")) {
      return (synth(200, "Dropped."));
    }
    return (synth(400, std.ban_error()));
  }
  # What people work with, and what they send, is never kept here; cookies are theirs alone.
  if (req.url ~ "^/(api|bench)(/|\?|$)" || (req.method != "GET" && req.method != "HEAD")) {
    return (pass);
  }
  unset req.http.cookie;
}

sub vcl_backend_response {
  # Kept as long as the installation says, and not longer.
  if (beresp.http.cache-control !~ "s-maxage|max-age=[1-9]") {
    set beresp.uncacheable = true;
  }
}
