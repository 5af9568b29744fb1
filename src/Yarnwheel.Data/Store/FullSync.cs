using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Yarnwheel.Data.Store;

/// <summary>Makes each connection flush its commits to the disk: what was acknowledged survives a loss of power.</summary>
internal sealed class FullSync : DbConnectionInterceptor
{
    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        using var command = Command(connection);
        command.ExecuteNonQuery();
    }

    public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
    {
        await using var command = Command(connection);
        await command.ExecuteNonQueryAsync(cancellationToken);
    }

    private static DbCommand Command(DbConnection connection)
    {
        var command = connection.CreateCommand();
        command.CommandText = "PRAGMA synchronous = FULL";
        return command;
    }
}
