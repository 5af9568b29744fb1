using System.Data.Common;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Storage.Tests;

/// <summary>Contexts of a store whose asker goes away at the moment a transaction is committed.</summary>
internal sealed class CancellingContexts(Storage storage, CancellationTokenSource gone) : IDbContextFactory<YarnwheelContext>
{
    public YarnwheelContext CreateDbContext()
    {
        var builder = new DbContextOptionsBuilder<YarnwheelContext>();
        DatabaseSetup.Configure(builder, storage.Folder);
        builder.AddInterceptors(new OnCommit(gone));
        return new YarnwheelContext(builder.Options);
    }

    private sealed class OnCommit(CancellationTokenSource gone) : DbTransactionInterceptor
    {
        public override async Task TransactionCommittedAsync(DbTransaction transaction, TransactionEndEventData eventData, CancellationToken cancellationToken = default) => await gone.CancelAsync();
    }
}
