/** The files the parts of the cluster are set up by, as text. Every address is on loopback. */
const HOST = "127.0.0.1";

/** Patroni, which keeps one database of the pair the primary and the other its synchronous standby. */
export const patroniConfig = ({ name, folder, bin, ports, password, replicationPassword }) => `
scope: bell-step
name: ${name}
restapi: { listen: '${HOST}:${ports.rest[name]}', connect_address: '${HOST}:${ports.rest[name]}' }
etcd3: { host: '${HOST}:${ports.etcd}' }
bootstrap:
  dcs:
    # A node that is gone is replaced after ttl at the latest; one whose database ended, at the next look.
    ttl: 20
    loop_wait: 5
    retry_timeout: 5
    master_start_timeout: 0
    # What was acknowledged is on both machines.
    synchronous_mode: true
    postgresql:
      use_pg_rewind: true
      parameters: { max_connections: 120, wal_keep_size: 256MB }
  initdb:
    - encoding: UTF8
    - locale: C.UTF-8
    - auth: scram-sha-256
postgresql:
  listen: '${HOST}:${ports.database[name]}'
  connect_address: '${HOST}:${ports.database[name]}'
  data_dir: ${folder}/data
  bin_dir: ${bin}
  pgpass: ${folder}/pgpass
  pg_hba:
    - host replication replicator ${HOST}/32 scram-sha-256
    - host all all ${HOST}/32 scram-sha-256
  parameters: { unix_socket_directories: '${folder}' }
  authentication:
    superuser: { username: bellstep, password: '${password}' }
    replication: { username: replicator, password: '${replicationPassword}' }
`;

/** PgBouncer. By session: the floor listens, and hot queries are kept ready under their names. */
export const poolerConfig = ({ folder, ports }) => `
[databases]
* = host=${HOST} port=${ports.primary}
[pgbouncer]
listen_addr = ${HOST}
listen_port = ${ports.pooler}
auth_type = scram-sha-256
auth_file = ${folder}/users
pool_mode = session
max_client_conn = 400
default_pool_size = 60
server_connect_timeout = 3
server_login_retry = 1
query_wait_timeout = 5
# Set on the database itself: a pooler's connection serves one client after another.
ignore_startup_parameters = extra_float_digits,statement_timeout,lock_timeout,idle_in_transaction_session_timeout
unix_socket_dir =
`;

/** HAProxy: the way to the server processes that answer, and to whichever database is the primary. */
export const balancerConfig = ({ ports }) => `
global
  maxconn 2000
defaults
  timeout connect 2s
  timeout client 1h
  timeout server 1h
  # A server that just ended is passed over.
  option redispatch
  retries 3
frontend web
  mode http
  bind ${HOST}:${ports.web}
  option forwardfor
  default_backend servers
backend servers
  mode http
  option httpchk GET /api/health
  http-reuse safe
${ports.servers.map((port, index) => `  server s${index} ${HOST}:${port} check inter 1s fall 2 rise 1`).join("\n")}
listen primary
  mode tcp
  bind ${HOST}:${ports.primary}
  option httpchk GET /primary
  default-server check inter 1s fall 2 rise 1 on-marked-down shutdown-sessions
${["one", "two"].map((name) => `  server ${name} ${HOST}:${ports.database[name]} check port ${ports.rest[name]}`).join("\n")}
`;
